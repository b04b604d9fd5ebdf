import { v4 as newId } from "uuid";
import { request } from "../outbox/request.ts";
import type { Editing } from "./editing.ts";
import { putOf, type RemarkPut, type SectionDraft, type SectionPut } from "./puts.ts";

/** Sections and remarks. */
export function formEdits({ params, now, edit }: Editing) {
  const sectionsRequest = (put: readonly SectionPut[], remove: readonly string[]) =>
    request("putSections", params, {
      put: put.map((one) => ({ ...one, about: { ...one.about } })),
      remove: [...remove],
    });
  const remarksRequest = (put: readonly RemarkPut[], remove: readonly string[]) =>
    request("putRemarks", params, { put: [...put], remove: [...remove] });

  const sections = (put: readonly SectionPut[], remove: readonly string[], label: string) => {
    const before = new Map(now()?.sections.map((one) => [one.id, one]));
    const back = [...put.map(({ id }) => id), ...remove]
      .flatMap((id) => before.get(id) ?? [])
      .map(putOf);
    const made = put.map(({ id }) => id).filter((id) => !before.has(id));
    const gone = remove.filter((id) => before.has(id));
    return edit(label, sectionsRequest(put, gone), sectionsRequest(back, made));
  };
  return {
    /** Writes and removes sections in one edit. */
    sections,
    addSections: (drafts: readonly SectionDraft[], label: string) =>
      sections(
        drafts.map((draft) => ({ id: newId(), ...draft })),
        [],
        label,
      ),
    remarks: (put: readonly RemarkPut[], remove: readonly string[], label: string) => {
      const before = new Map(now()?.remarks.map((one) => [one.id, one]));
      const back = [...put.map(({ id }) => id), ...remove]
        .flatMap((id) => before.get(id) ?? [])
        .map(({ id, bar, exact, noteId, text }) => ({ id, bar, offset: exact, noteId, text }));
      const made = put.map(({ id }) => id).filter((id) => !before.has(id));
      return edit(label, remarksRequest(put, remove), remarksRequest(back, made));
    },
  };
}
