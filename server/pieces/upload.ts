import { say } from "@yarrow-ridge/core/words";
import type { Context } from "hono";
import { ProblemError } from "../http/problems.ts";

export interface Upload {
  readonly file: Uint8Array;
  /** The file's name without its ending. */
  readonly name: string;
  /** The text fields sent with it. */
  readonly fields: Readonly<Record<string, string>>;
}

/** The file of a multipart upload and the fields beside it. @throws ProblemError 400 */
export async function uploadedScore(c: Context): Promise<Upload> {
  const form = await c.req.parseBody().catch(() => {
    throw new ProblemError(
      400,
      say`The upload cannot be read. Send the file as multipart form data, in the field "file".`,
    );
  });
  const { file, ...rest } = form;
  if (!(file instanceof File))
    throw new ProblemError(
      400,
      say`The upload has no file in it. Send it in the field "file".`,
      "file",
    );
  return {
    file: new Uint8Array(await file.arrayBuffer()),
    name: file.name
      .replace(/\.[^.]*$/, "")
      .trim()
      .slice(0, 200),
    fields: Object.fromEntries(
      Object.entries(rest).filter(
        (entry): entry is [string, string] => typeof entry[1] === "string",
      ),
    ),
  };
}

/** Which tune of a book was chosen. */
export const tuneOf = ({ tune }: Upload["fields"]): { tune?: number } =>
  tune !== undefined && /^\d{1,5}$/.test(tune) ? { tune: Number(tune) } : {};
