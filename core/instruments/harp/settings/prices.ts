/**
 * Prices, only to be compared with each other: a move; more for each notch beyond one, and where
 * there is hardly time for it; a note that cannot be had; one quickly repeated on its string. Own
 * figures: two strings are worth a move where a note comes four times.
 */
const [MOVE, NOTCH, HURRY] = [1, 0.15, 0.3];
export const [MISSED, AGAIN] = [50, 0.7];

/** How a movable stands before a note asked for it. */
export const UNSET = 9;

/** What it costs to move so far when there is time for so many moves. */
export const moveCost = (notches: number, room = Infinity): number =>
  MOVE + NOTCH * (Math.abs(notches) - 1) + HURRY * Math.max(0, Math.min(1, 2 - room));
