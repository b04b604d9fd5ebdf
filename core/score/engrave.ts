import { ScoreError } from './model.ts';
import { child, children, parseXml, serialize } from './xml.ts';

/**
 * The stored score made ready for engraving: without fingerings and pedal marks, which the screen draws itself so
 * that an edit shows at once, without the title block and the name of a single part, and with the `times` of a repeat kept to what can be unfolded.
 */
export function engravable(xml: string): string {
  const { document, root } = parseXml(xml);
  for (const part of children(root, 'part')) {
    for (const measure of children(part, 'measure')) {
      for (const element of children(measure)) {
        if (element.tagName === 'note') strip(element, 'notations', 'technical', 'fingering');
        if (element.tagName === 'direction') {
          for (const type of children(element, 'direction-type')) {
            if (child(type, 'pedal')) element.removeChild(type);
          }
          if (element.getAttribute('id')?.startsWith('yr-section-') || !child(element, 'direction-type')) measure.removeChild(element);
        }
        const repeat = child(element.tagName === 'barline' ? element : undefined, 'repeat');
        if (Number(repeat?.getAttribute('times') ?? 2) > 16) repeat!.setAttribute('times', '16');
      }
    }
  }
  if (!child(root, 'part')) throw new ScoreError('The score has no part.');
  for (const name of ['work', 'movement-title', 'movement-number', 'credit']) {
    for (const element of children(root, name)) root.removeChild(element);
  }
  const names = children(child(root, 'part-list') ?? root, 'score-part');
  if (names.length === 1) {
    for (const name of ['part-name', 'part-abbreviation']) {
      for (const element of children(names[0]!, name)) element.textContent = '';
    }
  }
  return serialize(document);
}

/** Removes the innermost of a path of elements, and its parents when that leaves them empty. */
function strip(note: Parameters<typeof children>[0], ...path: string[]): void {
  const [name, ...rest] = path;
  for (const element of children(note, name)) {
    if (rest.length) strip(element, ...rest);
    if (rest.length === 0 || children(element).length === 0) note.removeChild(element);
  }
}
