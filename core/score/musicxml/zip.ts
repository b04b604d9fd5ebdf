import { say } from "../../words/say.ts";
import { Unzip, UnzipInflate } from "fflate";
import { ScoreError } from "../model/model.ts";

/** The most XML that is read, in bytes, zipped or not. */
export const MAX_XML_BYTES = 20 * 1024 * 1024;
export const tooLarge = () =>
  new ScoreError(
    say`The score holds more than 20 MB of XML. Save it without pictures or play-back data and try
      again.`,
  );

export const isZip = (bytes: Uint8Array) => bytes[0] === 0x50 && bytes[1] === 0x4b;

/**
 * Small slices, because one slice of a zip bomb can grow about a thousandfold before it is counted.
 */
const SLICE = 4096;
function unzipCounted(bytes: Uint8Array): Map<string, Uint8Array> {
  const files = new Map<string, Uint8Array[]>();
  let total = 0;
  let failure: Error | undefined;
  const unzip = new Unzip((file) => {
    const chunks: Uint8Array[] = [];
    files.set(file.name, chunks);
    file.ondata = (error, chunk) => {
      if (error) failure ??= error;
      else {
        total += chunk.length;
        if (total > MAX_XML_BYTES) throw tooLarge();
        chunks.push(chunk);
      }
    };
    if (/\.(xml|musicxml)$/i.test(file.name)) file.start();
  });
  unzip.register(UnzipInflate);
  for (let at = 0; at < bytes.length; at += SLICE) {
    unzip.push(bytes.subarray(at, at + SLICE), at + SLICE >= bytes.length);
    if (failure) throw failure;
  }
  return new Map([...files].map(([name, chunks]) => [name, concat(chunks)]));
}

function concat(chunks: Uint8Array[]): Uint8Array {
  const all = new Uint8Array(chunks.reduce((sum, chunk) => sum + chunk.length, 0));
  let at = 0;
  for (const chunk of chunks) {
    all.set(chunk, at);
    at += chunk.length;
  }
  return all;
}

export function scoreInZip(bytes: Uint8Array): Uint8Array {
  let files: Map<string, Uint8Array>;
  try {
    files = unzipCounted(bytes);
  } catch (error) {
    if (error instanceof ScoreError) throw error;
    throw new ScoreError(
      say`The file is a zip that cannot be unpacked. Export the score again and try once more.`,
    );
  }
  const container = files.get("META-INF/container.xml");
  const named =
    container && /full-path\s*=\s*["']([^"']+)["']/.exec(new TextDecoder().decode(container))?.[1];
  const found =
    (named && files.get(named)) ||
    [...files].find(([name]) => !name.startsWith("META-INF/") && !name.startsWith("__MACOSX"))?.[1];
  if (!found?.length) {
    throw new ScoreError(
      say`The zip holds no score. A compressed score (.mxl) has a MusicXML file inside.`,
    );
  }
  return found;
}
