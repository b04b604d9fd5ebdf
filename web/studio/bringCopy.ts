import type { Answer } from "@yarrow-ridge/contract";
import { upload } from "../api/upload.ts";

export type Brought = Answer<"bringCopy">;

/** Whether a file is a copy of a studio or a piece rather than a score. */
export const isCopy = (file: File): boolean => /\.zip$/i.test(file.name);

/** Brings a copy; what is otherwise here stays until `choice` says more. */
export const bringCopy = (
  file: File,
  choice: "ask" | "keep" | "take",
  onProgress: (share: number) => void,
): Promise<Brought> => upload("bringCopy", {}, file, { choice }, onProgress);
