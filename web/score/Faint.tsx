/** Draws notes that are not played now in grey. They stay readable: the hand goes beside them. */
export function Faint({ notes }: { readonly notes: readonly string[] }) {
  if (notes.length === 0) return null;
  const those = notes.map((id) => `g.note#${CSS.escape(id)}`).join(", ");
  return <style>{`${those} { opacity: 0.35; }`}</style>;
}
