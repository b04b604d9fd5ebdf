import { useDesk } from "./useDesk.ts";

/** What is asked of the hands by school or for now, and how one thing of it is set or left open. */
export function useSchool() {
  const { school, set } = useDesk();
  const put = (key: string, value: string | number) => {
    const { [key]: _, ...rest } = school;
    set({ school: value === "" ? rest : { ...rest, [key]: value } });
  };
  return { school, put };
}
