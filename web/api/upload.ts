import { say } from "@yarrow-ridge/core/words";
import type { Answer } from "@yarrow-ridge/contract";
import { address, KEYED_TEXTS } from "./client.ts";
import { Refusal, type Told } from "./refusal.ts";

/** Uploads a score file, telling how much of it has gone up. */
export function upload<K extends "addPiece" | "correctPiece" | "addPage" | "bringCopy">(
  name: K,
  params: Record<string, string>,
  file: File,
  fields: Readonly<Record<string, string>>,
  onProgress: (share: number) => void,
  signal?: AbortSignal,
): Promise<Answer<K>> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    const form = new FormData();
    form.set("file", file);
    for (const [name, value] of Object.entries(fields)) form.set(name, value);
    request.open("POST", address(name, params));
    for (const [name, value] of Object.entries(KEYED_TEXTS)) request.setRequestHeader(name, value);
    request.responseType = "json";
    request.upload.onprogress = (event) =>
      onProgress(event.lengthComputable ? event.loaded / event.total : 0);
    request.onload = () => {
      if (request.status < 300) resolve(request.response as Answer<K>);
      else {
        const told = (request.response ?? {}) as Partial<Told>;
        reject(
          new Refusal(request.status, told.detail ?? say`The file could not be brought in.`, told),
        );
      }
    };
    request.onerror = () => reject(new Refusal(0, say`The studio cannot be reached.`));
    request.onabort = () => reject(new Refusal(0, say`Stopped; nothing was stored.`));
    signal?.addEventListener("abort", () => request.abort());
    request.send(form);
  });
}
