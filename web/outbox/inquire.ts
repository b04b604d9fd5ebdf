import type { OperationName } from "@yarrow-ridge/contract";
import { call } from "../api/client.ts";
import { settled } from "./outbox.ts";

/**
 * Asks about what is written. What is on its way is stored first: the answer is about what is
 * seen. @throws Refusal with a sentence for people
 */
export async function inquire<K extends OperationName>(
  name: K,
  input: Parameters<typeof call<K>>[1],
) {
  await settled();
  return call<K>(name, input);
}
