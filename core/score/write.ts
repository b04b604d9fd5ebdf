import { DEPTH_SIGNS } from './measure.ts';
import { add, compare, equals, multiply, parseDecimal, subtract, toNumber, toText, parseFraction, ZERO, type Fraction } from './fraction.ts';
import { ScoreError, type About, type Fingering, type PedalMark, type Place, type Section } from './model.ts';
import { partsOf, stavesOf } from './parts.ts';
import { child, childText, children, create, isElement, parseXml, serialize, type Document, type Element } from './xml.ts';

/** What the studio adds to an imported score. */
export interface Annotations {
  readonly fingerings: readonly Fingering[];
  /** Undefined leaves the printed pedal marks as they are. */
  readonly pedal?: readonly PedalMark[];
  readonly sections: readonly Section[];
}

const FIELD = 'yarrow-ridge:section:';
const MARK = 'yr-section-';

/**
 * The stored MusicXML with annotations written in MusicXML's own elements: `<fingering>`, `<pedal>`, and for
 * sections `<rehearsal>` marks plus one `<miscellaneous-field>` each, which holds what a mark cannot say.
 * All that was in the original stays.
 */
export function annotate(xml: string, annotations: Annotations, mine: readonly number[] = []): string {
  const { document, root } = parseXml(xml);
  root.setAttribute('version', '4.0');
  const parts = children(root, 'part');
  writeFingerings(document, parts, annotations.fingerings);
  const part = partsOf(root)[mine[0] ?? -1] ?? parts.find((candidate) => stavesOf(candidate) > 1) ?? parts[0];
  if (!part) throw new ScoreError('The score has no part.');
  const measures = children(part, 'measure');
  if (annotations.pedal) writePedal(document, measures, annotations.pedal);
  writeSections(document, root, measures, annotations.sections);
  return withDoctype(document);
}

/** Imported files name an outside definition of their own version; what is written is MusicXML 4.0 and says so. */
const withDoctype = (document: Document): string => {
  // comments may stand before it
  if (document.doctype) document.removeChild(document.doctype);
  const doctype = '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">';
  const body = serialize(document).replace(/^\s*<\?xml[^>]*\?>\s*/, '');
  return `<?xml version="1.0" encoding="UTF-8"?>\n${doctype}\n${body}`;
};

function writeFingerings(document: Document, parts: Element[], fingerings: readonly Fingering[]): void {
  if (fingerings.length === 0) return;
  const wanted = new Map(fingerings.map(({ id, finger }) => [id, finger]));
  for (const part of parts) {
    for (const measure of children(part, 'measure')) {
      for (const note of children(measure, 'note')) {
        const finger = wanted.get(note.getAttribute('id') ?? '');
        if (finger !== undefined) writeFingering(document, note, finger);
      }
    }
  }
}

function writeFingering(document: Document, note: Element, finger: string): void {
  // a note may have several <notations>
  for (const held of children(note, 'notations')) {
    for (const technical of children(held, 'technical')) {
      const fingerings = children(technical, 'fingering');
      for (const old of fingerings) technical.removeChild(old);
      if (fingerings.length && children(technical).length === 0) held.removeChild(technical);
    }
    if (children(held).length === 0) note.removeChild(held);
  }
  if (finger === '') return;
  let notations = child(note, 'notations');
  let technical = child(notations, 'technical');
  if (!notations) {
    notations = create(document, 'notations');
    const after = children(note).find((element) => ['lyric', 'play', 'listen'].includes(element.tagName));
    note.insertBefore(notations, after ?? null);
  }
  if (!technical) {
    technical = create(document, 'technical');
    notations.appendChild(technical);
  }
  // `4-5`: the second finger takes over on the held key
  finger.split('-').forEach((one, i) => technical.appendChild(create(document, 'fingering', i ? { substitution: 'yes' } : {}, one)));
}

interface Slot {
  before: Element | null;
  time: Fraction;
}

/** Where a direction may be put into a measure: before an element, and what time it is there. */
function slots(measure: Element, divisions: Fraction): { slots: Slot[]; divisions: Fraction } {
  const found: Slot[] = [];
  let cursor = ZERO;
  let current = divisions;
  const length = (element: Element) =>
    multiply(parseDecimal(childText(element, 'duration') ?? '0') ?? ZERO, { num: current.den, den: current.num });
  for (let node = measure.firstChild; node; node = node.nextSibling) {
    if (!isElement(node)) continue;
    if (node.tagName === 'attributes') current = parseDecimal(childText(node, 'divisions') ?? '') ?? current;
    const chord = child(node, 'chord') !== undefined;
    if ((node.tagName === 'note' && !chord) || node.tagName === 'backup' || node.tagName === 'forward') {
      found.push({ before: node, time: cursor });
    }
    if ((node.tagName === 'note' && !chord && !child(node, 'grace')) || node.tagName === 'forward') cursor = add(cursor, length(node));
    if (node.tagName === 'backup') cursor = subtract(cursor, length(node));
  }
  const right = children(measure, 'barline').find((barline) => barline.getAttribute('location') === 'right');
  found.push({ before: right ?? null, time: cursor });
  return { slots: found, divisions: current };
}

/** Inserts a `<direction>` at an offset: at the last boundary that is not after it, with `<offset>` for the rest. */
function insertDirection(document: Document, measure: Element, divisions: Fraction, offset: Fraction, direction: Element): void {
  const { slots: places } = slots(measure, divisions);
  const staff = child(direction, 'staff');
  const exact = places.filter((slot) => equals(slot.time, offset));
  const near = places.filter((slot) => compare(slot.time, offset) < 0)
    .sort((a, b) => compare(b.time, a.time))[0] ?? places[0]!;
  const slot = (staff ? exact.at(-1) : exact[0]) ?? near;
  const rest = subtract(offset, slot.time);
  if (rest.num !== 0) {
    const value = multiply(rest, divisions);
    direction.insertBefore(create(document, 'offset', {}, decimal(toNumber(value))), staff ?? null);
  }
  measure.insertBefore(direction, slot.before);
}

const decimal = (value: number): string => value.toFixed(6).replace(/\.?0+$/, '');

function eachDivisions(measures: readonly Element[]): Fraction[] {
  let current: Fraction = { num: 1, den: 1 };
  return measures.map((measure) => {
    const before = current;
    const first = children(measure, 'attributes').map((item) => childText(item, 'divisions')).find(Boolean);
    current = slots(measure, current).divisions;
    return parseDecimal(first ?? '') ?? before;
  });
}

function removePedal(measures: readonly Element[]): void {
  for (const measure of measures) {
    for (const direction of children(measure, 'direction')) {
      const types = children(direction, 'direction-type');
      const pedals = types.filter((type) => children(type, 'pedal').some((pedal) =>
        ['start', 'stop', 'change', 'continue'].includes(pedal.getAttribute('type') ?? '')));
      const sound = child(direction, 'sound');
      const rest = types.filter((type) => !pedals.includes(type) && !(sound?.hasAttribute('damper-pedal') && Object.values(DEPTH_SIGNS).includes(childText(type, 'words') ?? '')));
      if (pedals.length && rest.length === 0) measure.removeChild(direction);
      else for (const type of pedals) direction.removeChild(type);
    }
  }
}

const PEDAL_TYPES = { down: 'start', change: 'change', up: 'stop' } as const;

function writePedal(document: Document, measures: Element[], marks: readonly PedalMark[]): void {
  removePedal(measures);
  const divisions = eachDivisions(measures);
  const low = measures.some((measure) => children(measure, 'attributes').some((a) => Number(childText(a, 'staves') ?? 1) > 1));
  for (const mark of marks) {
    const measure = measures[mark.bar];
    if (!measure) continue;
    const direction = create(document, 'direction', { placement: 'below' });
    const type = create(document, 'direction-type');
    type.appendChild(create(document, 'pedal', { type: PEDAL_TYPES[mark.kind], line: 'yes' }));
    direction.appendChild(type);
    if (mark.depth) {
      const words = create(document, 'direction-type');
      words.appendChild(create(document, 'words', {}, DEPTH_SIGNS[mark.depth]));
      direction.appendChild(words);
    }
    if (low) direction.appendChild(create(document, 'staff', {}, '2'));
    if (mark.depth) direction.appendChild(create(document, 'sound', { 'damper-pedal': String(mark.depth * 100) }));
    insertDirection(document, measure, divisions[mark.bar]!, mark.offset, direction);
  }
}

const placeText = (place: Place): string => `${place.bar}:${toText(place.offset)}`;

function writeSections(document: Document, root: Element, measures: Element[], sections: readonly Section[]): void {
  for (const measure of measures) {
    for (const direction of children(measure, 'direction')) {
      if (direction.getAttribute('id')?.startsWith(MARK)) measure.removeChild(direction);
    }
  }
  const divisions = eachDivisions(measures);
  sections.forEach((section, index) => {
    const measure = measures[section.from.bar];
    if (!measure) return;
    const direction = create(document, 'direction', { placement: 'above', id: `${MARK}${index + 1}` });
    const type = create(document, 'direction-type');
    type.appendChild(create(document, 'rehearsal', {}, section.name));
    direction.appendChild(type);
    insertDirection(document, measure, divisions[section.from.bar]!, section.from.offset, direction);
  });
  writeFields(document, root, sections);
}

function writeFields(document: Document, root: Element, sections: readonly Section[]): void {
  let identification = child(root, 'identification');
  let miscellaneous = child(identification, 'miscellaneous');
  for (const field of miscellaneous ? children(miscellaneous, 'miscellaneous-field') : []) {
    if (field.getAttribute('name')?.startsWith(FIELD)) miscellaneous!.removeChild(field);
  }
  if (sections.length === 0) {
    if (miscellaneous && children(miscellaneous).length === 0) identification!.removeChild(miscellaneous);
    return;
  }
  if (!identification) {
    identification = create(document, 'identification');
    const after = ['defaults', 'credit', 'part-list'].map((name) => child(root, name)).find(Boolean);
    root.insertBefore(identification, after ?? null);
  }
  if (!miscellaneous) {
    miscellaneous = create(document, 'miscellaneous');
    identification.appendChild(miscellaneous);
  }
  sections.forEach((section, index) => {
    // ASCII only: a reader may turn rarer line breaks into plain ones
    const text = JSON.stringify({ name: section.name, from: placeText(section.from), to: placeText(section.to), words: section.words, ...(section.about && Object.keys(section.about).length ? { about: section.about } : {}) })
      .replace(/[\u007f-\uffff]/g, (char) => `\\u${char.charCodeAt(0).toString(16).padStart(4, '0')}`);
    miscellaneous.appendChild(create(document, 'miscellaneous-field', { name: `${FIELD}${index + 1}` }, text));
  });
}

const MAX_SECTIONS = 500;

/** Sections that an exported score brings back; anything malformed in them is passed over. */
export function sectionsIn(xml: string, barCount: number): Omit<Section, 'id'>[] {
  const { root } = parseXml(xml);
  const miscellaneous = child(child(root, 'identification'), 'miscellaneous');
  if (!miscellaneous) return [];
  return children(miscellaneous, 'miscellaneous-field')
    .filter((field) => field.getAttribute('name')?.startsWith(FIELD))
    .slice(0, MAX_SECTIONS)
    .flatMap((field) => readSection(field.textContent ?? '', barCount) ?? []);
}

function readSection(text: string, barCount: number): Omit<Section, 'id'> | undefined {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return undefined;
  }
  if (typeof value !== 'object' || value === null) return undefined;
  const record = value as Record<string, unknown>;
  const from = readPlace(record.from, barCount);
  const to = readPlace(record.to, barCount + 1);
  if (typeof record.name !== 'string' || !from || !to) return undefined;
  if (to.bar < from.bar || (to.bar === from.bar && compare(to.offset, from.offset) <= 0)) return undefined;
  const words = typeof record.words === 'string' ? record.words.slice(0, MAX_WORDS) : '';
  const about = readAbout(record.about);
  return { name: record.name.slice(0, 200), from, to, words, ...(about ? { about } : {}) };
}

const MAX_WORDS = 4000;

function readAbout(value: unknown): About | undefined {
  if (typeof value !== 'object' || value === null) return undefined;
  const { story, scoring, texture, jobs, dynamics } = value as Record<string, unknown>;
  const words = (name: string, text: unknown) => (typeof text === 'string' && text ? { [name]: text.slice(0, MAX_WORDS) } : {});
  const ofHands = typeof jobs === 'object' && jobs !== null ? Object.entries(jobs).slice(0, 8).flatMap(([hand, job]) => (typeof job === 'string' && job ? [[hand.slice(0, 20), job.slice(0, MAX_WORDS)]] : [])) : [];
  return {
    ...words('story', story), ...words('scoring', scoring), ...words('texture', texture), ...(ofHands.length ? { jobs: Object.fromEntries(ofHands) as Record<string, string> } : {}),
    ...(dynamics === 'grow' || dynamics === 'fade' || dynamics === 'hold' ? { dynamics } : {}),
  };
}

function readPlace(value: unknown, limit: number): Place | undefined {
  const match = typeof value === 'string' ? /^(\d{1,5}):([\d./]{1,24})$/.exec(value) : null;
  const offset = match ? parseFraction(match[2]!) : undefined;
  const bar = Number(match?.[1]);
  return match && offset && offset.num >= 0 && bar < limit ? { bar, offset } : undefined;
}
