/** Something to happen at a time, in seconds from the start. */
export interface Timed {
  readonly at: number;
}

/**
 * How far ahead, in seconds, sounds are handed to the audio clock; far more than the page ever
 * stalls in practice.
 */
export const HORIZON = 0.2;
/** Milliseconds between looks. */
export const LOOK_EVERY = 25;

/**
 * The events that fall due before `until` and were not handed out yet; `next` is the index of the
 * first of them. Events are in order of time.
 */
export function due<T extends Timed>(
  events: readonly T[],
  next: number,
  until: number,
): { events: T[]; next: number } {
  let end = next;
  while (end < events.length && events[end]!.at < until) end++;
  return { events: events.slice(next, end), next: end };
}
