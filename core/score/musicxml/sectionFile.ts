import { eachDivisions, insertDirection } from "./directions.ts";
import { fieldRecord, fieldsIn, writeFields } from "../xml/fields.ts";
import { compare } from "../model/fraction.ts";
import { parseFraction, toText } from "../model/fractionText.ts";
import type { About, Place, Section } from "../model/model.ts";
import { children, create, parseXml, type Document, type Element } from "../xml/xml.ts";

const FIELD = "yarrow-ridge:section:";
const MARK = "yr-section-";

export const placeText = (place: Place): string => `${place.bar}:${toText(place.offset)}`;

export function writeSections(
  document: Document,
  root: Element,
  measures: Element[],
  sections: readonly Section[],
): void {
  for (const measure of measures) {
    for (const direction of children(measure, "direction")) {
      if (direction.getAttribute("id")?.startsWith(MARK)) measure.removeChild(direction);
    }
  }
  const divisions = eachDivisions(measures);
  sections.forEach((section, index) => {
    const measure = measures[section.from.bar];
    if (!measure) return;
    const direction = create(document, "direction", {
      placement: "above",
      id: `${MARK}${index + 1}`,
    });
    const type = create(document, "direction-type");
    type.appendChild(create(document, "rehearsal", {}, section.name));
    direction.appendChild(type);
    insertDirection(
      document,
      measure,
      divisions[section.from.bar]!,
      section.from.offset,
      direction,
    );
  });
  writeFields(
    document,
    root,
    FIELD,
    sections.map((section) => ({
      name: section.name,
      from: placeText(section.from),
      to: placeText(section.to),
      words: section.words,
      ...(section.about && Object.keys(section.about).length ? { about: section.about } : {}),
    })),
  );
}

const MAX_SECTIONS = 500;

/** Sections that an exported score brings back; anything malformed in them is passed over. */
export function sectionsIn(xml: string, barCount: number): Omit<Section, "id">[] {
  const { root } = parseXml(xml);
  return fieldsIn(root, FIELD)
    .slice(0, MAX_SECTIONS)
    .flatMap((field) => readSection(field, barCount) ?? []);
}

function readSection(text: string, barCount: number): Omit<Section, "id"> | undefined {
  const record = fieldRecord(text);
  if (!record) return undefined;
  const from = readPlace(record.from, barCount);
  const to = readPlace(record.to, barCount + 1);
  if (typeof record.name !== "string" || !from || !to) return undefined;
  if (to.bar < from.bar || (to.bar === from.bar && compare(to.offset, from.offset) <= 0))
    return undefined;
  const words = typeof record.words === "string" ? record.words.slice(0, MAX_WORDS) : "";
  const about = readAbout(record.about);
  return { name: record.name.slice(0, 200), from, to, words, ...(about ? { about } : {}) };
}

const MAX_WORDS = 4000;

function readAbout(value: unknown): About | undefined {
  if (typeof value !== "object" || value === null) return undefined;
  const { story, scoring, texture, jobs, dynamics } = value as Record<string, unknown>;
  const words = (name: string, text: unknown) =>
    typeof text === "string" && text ? { [name]: text.slice(0, MAX_WORDS) } : {};
  const ofHands =
    typeof jobs === "object" && jobs !== null
      ? Object.entries(jobs)
          .slice(0, 8)
          .flatMap(([hand, job]) =>
            typeof job === "string" && job ? [[hand.slice(0, 20), job.slice(0, MAX_WORDS)]] : [],
          )
      : [];
  return {
    ...words("story", story),
    ...words("scoring", scoring),
    ...words("texture", texture),
    ...(ofHands.length ? { jobs: Object.fromEntries(ofHands) as Record<string, string> } : {}),
    ...(dynamics === "grow" || dynamics === "fade" || dynamics === "hold" ? { dynamics } : {}),
  };
}

/** A place as {@link placeText} writes it, in a bar before the limit. */
export function readPlace(value: unknown, limit: number): Place | undefined {
  const match = typeof value === "string" ? /^(\d{1,5}):([\d./]{1,24})$/.exec(value) : null;
  const offset = match ? parseFraction(match[2]!) : undefined;
  const bar = Number(match?.[1]);
  return match && offset && offset.num >= 0 && bar < limit ? { bar, offset } : undefined;
}
