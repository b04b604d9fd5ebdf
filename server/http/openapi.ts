import { operations, Problem, type Operation } from "@yarrow-ridge/contract";

/** The API described from the same schemas that validate it (OpenAPI 3.1). */
export function openapi(): object {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, operation] of Object.entries(operations) as [string, Operation][]) {
    const path = operation.path.replace(/:(\w+)/g, "{$1}");
    paths[path] = { ...paths[path], [operation.method]: describe(name, operation) };
  }
  return {
    openapi: "3.1.0",
    info: {
      title: "Yarrow Ridge",
      version: "1",
      description:
        "Bars are counted from 0 in written order, ranges are inclusive, times are quarters.",
    },
    paths,
  };
}

function describe(name: string, operation: Operation): object {
  const params = [...operation.path.matchAll(/:(\w+)/g)].map(([, key]) => ({
    name: key,
    in: "path",
    required: true,
    schema: { type: "string" },
  }));
  const query = Object.entries((operation.query?.properties ?? {}) as Record<string, unknown>).map(
    ([key, schema]) => ({ name: key, in: "query", required: false, schema }),
  );
  const multipart = {
    type: "object",
    required: ["file"],
    properties: {
      file: { type: "string", format: "binary" },
      instrument: { type: "string" },
      tune: { type: "integer" },
    },
  };
  const body = operation.body
    ? { "application/json": { schema: operation.body } }
    : operation.consumes
      ? { [operation.consumes]: { schema: multipart } }
      : undefined;
  const answer = operation.produces
    ? { [operation.produces]: {} }
    : { "application/json": { schema: operation.response } };
  return {
    operationId: name,
    summary: operation.summary,
    parameters: [...params, ...query],
    ...(body ? { requestBody: { required: true, content: body } } : {}),
    responses: {
      [operation.status]: { description: "Done", content: answer },
      default: {
        description: "Refused, with a sentence for people",
        content: { "application/problem+json": { schema: Problem } },
      },
    },
  };
}
