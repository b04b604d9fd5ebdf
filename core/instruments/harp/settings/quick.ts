/**
 * Repeated sooner than this, in seconds, a note is better had on two strings. From memory: a string
 * that is taken again while it sounds buzzes.
 */
export const QUICK = 0.2;
