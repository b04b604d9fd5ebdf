import { say } from "@yarrow-ridge/core/words";

/** The words of the program a teacher or student meets, in the order they meet them. */
export const WORDS: readonly (readonly [word: string, means: string])[] = [
  [
    say`ridge`,
    say`the piece as a landscape: how fast each bar is secure, against performance tempo`,
  ],
  [say`new bar`, say`a bar that brings back nothing heard before`],
  [
    say`return`,
    say`bars that come again: exactly, transposed, an octave away, varied, in their rhythm`,
  ],
  [say`section`, say`bars with a name, as large as the piece or as small as two bars`],
  [say`pencil, ink`, say`what is proposed and can be rubbed out; what is decided and stored`],
  [
    say`whose fingers`,
    say`the teacher’s, those for a small hand, or a student’s own, each in its layer`,
  ],
  [say`position`, say`the keys under five fingers while the thumb stays where it is`],
  [
    say`shape`,
    say`loudness, time, voices and touch: what the playing is to be, not only the notes`,
  ],
  [say`survey`, say`what is found out about a piece before it is played`],
  [say`reading`, say`bars of another edition in the place of one’s own`],
  [say`road`, say`the teacher’s choice among repeats and cuts`],
  [say`plan`, say`how fast, by when, how many minutes a day; the cards follow from it`],
  [say`card`, say`what is practised on a day: bars, hands, a tempo, minutes`],
  [say`step`, say`one figure on the way from first reading to performance tempo`],
  [say`secure tempo`, say`the fastest a bar was played clean, by the rule that was chosen`],
  [say`clean, slip`, say`a try without a fault; one with a fault in it, however small`],
  [say`mending`, say`after a slip: half tempo, then between, then back; these tries do not count`],
  [say`copy`, say`the whole studio, or a piece with everything in it, in one file`],
];
