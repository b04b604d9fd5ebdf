/** Draws notes that are not played now in grey. They stay readable: the hand goes beside them. */
export function Faint({ notes }: { readonly notes: readonly string[] }) {
  if (notes.length === 0) return null;
  const each = notes.map((id) => `g.note#${CSS.escape(id)}`);
  // a beam goes with the notes under it
  const beams = each.map((note) => `g.beam:has(${note}) > polygon`);
  return <style>{`${[...each, ...beams].join(", ")} { opacity: 0.35; }`}</style>;
}
