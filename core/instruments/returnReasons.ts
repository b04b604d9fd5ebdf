import { say } from "../words/say.ts";

/**
 * What agrees with an earlier time, in sentences.
 *
 * @param where what lies on other keys is then: on other frets, on other buttons
 */
export const returnReasons = (
  { same, group }: { readonly same: number; readonly group: number },
  where: string,
): string[] => [
  ...(same
    ? [
        say`${same} ${same === 1 ? say`note lies` : say`notes lie`} as at the earlier time, because
          the music returns.`,
      ]
    : []),
  ...(group
    ? [
        say`${group} ${group === 1 ? say`note has` : say`notes have`} the shape of an earlier figure,
          ${where}.`,
      ]
    : []),
];
