export const find = <T extends { readonly id: string }>(
  all: readonly T[],
  id: string,
  what: string,
): T => {
  const found = all.find((one) => one.id === id);
  if (!found) throw new RangeError(`no ${what} called ${id}`);
  return found;
};
