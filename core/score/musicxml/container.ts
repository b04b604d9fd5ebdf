import { say } from "../../words/say.ts";
import { ScoreError, type Warning } from "../model/model.ts";
import { isZip, scoreInZip, MAX_XML_BYTES, tooLarge } from "./zip.ts";

/** The declaration stands at the very beginning; further in it declares nothing. */
const HEAD = 400;
const DECLARED = /^\s*<\?xml[^>]*?encoding\s*=\s*["']([\w.:-]+)["'][^>]*\?>/;

function detect(bytes: Uint8Array): string {
  const [a, b] = [bytes[0], bytes[1]];
  if ((a === 0xff && b === 0xfe) || (a === 0x3c && b === 0)) return "utf-16le";
  if ((a === 0xfe && b === 0xff) || (a === 0 && b === 0x3c)) return "utf-16be";
  return "utf-8";
}

function decode(bytes: Uint8Array, encoding: string): string | undefined {
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    return undefined;
  }
}

/**
 * The XML text in an uploaded file: plain or compressed (.mxl), in UTF-8, UTF-16 or a declared
 * 8-bit encoding. The declaration is rewritten to UTF-8, in which the text is kept.
 *
 * @throws ScoreError when the file is empty, too large, or no text
 */
export function readText(file: Uint8Array): { xml: string; warnings: Warning[] } {
  if (file.length === 0)
    throw new ScoreError(say`The file is empty. Export the score again and try once more.`);
  const bytes = isZip(file) ? scoreInZip(file) : file;
  if (bytes.length > MAX_XML_BYTES) throw tooLarge();
  const warnings: Warning[] = [];
  let used = detect(bytes);
  let text = decode(bytes, used);
  if (text === undefined && used === "utf-8") {
    const head = new TextDecoder("latin1").decode(bytes.subarray(0, 200));
    const named = DECLARED.exec(head)?.[1]?.toLowerCase() ?? "";
    used =
      named && !named.startsWith("utf") && decode(bytes, named) !== undefined
        ? named
        : "windows-1252";
    text = decode(bytes, used);
  }
  if (text === undefined)
    throw new ScoreError(say`The file is not readable text, so it is no MusicXML score.`);
  text = text.replace(/^\uFEFF/, "");
  const declared = DECLARED.exec(text.slice(0, HEAD))?.[1]?.toLowerCase();
  const actual = used.replace(/(le|be)$/, "");
  const same = declared === undefined || declared === used || declared === actual;
  const ascii = used === "utf-8" && !/[^\x00-\x7f]/.test(text);
  if (
    (!same && !(ascii && !declared.startsWith("utf-16"))) ||
    (!declared && used === "windows-1252")
  ) {
    warnings.push({
      kind: "encoding",
      message: say`The file says its text is ${declared ?? "UTF-8"}, but it is ${used}; it was read
        as ${used}.`,
    });
  }
  const body = text.replace(/^\s*<\?xml[^>]*\?>\s*/, "");
  return { xml: `<?xml version="1.0" encoding="UTF-8"?>\n${body}`, warnings };
}
