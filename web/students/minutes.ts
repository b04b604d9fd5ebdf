/** A card, as far as its minutes go. */
interface Timed {
  readonly minutes: number;
  readonly pieceTitle: string;
}

export const minutesOf = (cards: readonly { readonly minutes: number }[]): number =>
  cards.reduce((sum, card) => sum + card.minutes, 0);

/** Minutes of some cards by piece, in their order. */
export function minutesByPiece(cards: readonly Timed[]): [title: string, minutes: number][] {
  const found = new Map<string, number>();
  for (const { pieceTitle, minutes } of cards)
    found.set(pieceTitle, (found.get(pieceTitle) ?? 0) + minutes);
  return [...found];
}
