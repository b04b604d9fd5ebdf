import { say } from "@yarrow-ridge/core/words";
import { Ajv, type ErrorObject, type ValidateFunction } from "ajv";
import { fullFormats } from "ajv-formats/dist/formats.js";
import type { TSchema } from "@sinclair/typebox";
import { ProblemError } from "./problems.ts";

const ajv = new Ajv({
  verbose: true,
  strict: false,
  formats: { date: fullFormats.date, "date-time": fullFormats["date-time"] },
});

/**
 * A schema by which nothing else may come than what it names. Records, with free names, stay as
 * they are, as does what says of itself whether there may be more.
 */
export function exact(schema: TSchema): TSchema {
  const parts = schema as {
    properties?: Record<string, TSchema>;
    items?: TSchema;
    anyOf?: TSchema[];
  };
  return {
    ...schema,
    ...(parts.properties
      ? {
          properties: Object.fromEntries(
            Object.entries(parts.properties).map(([name, one]) => [name, exact(one)]),
          ),
          additionalProperties: (schema.additionalProperties as boolean | undefined) ?? false,
        }
      : {}),
    ...(parts.items ? { items: exact(parts.items) } : {}),
    ...(parts.anyOf ? { anyOf: parts.anyOf.map(exact) } : {}),
  };
}

const compiled = new WeakMap<TSchema, ValidateFunction>();

function validator(schema: TSchema): ValidateFunction {
  let validate = compiled.get(schema);
  if (!validate) compiled.set(schema, (validate = ajv.compile(schema)));
  return validate;
}

/** Of a choice of objects the one whose fields are meant: most of what it must have is there. */
function meant(schema: TSchema, value: unknown): TSchema {
  const choice = (schema as { anyOf?: (TSchema & { required?: string[] })[] }).anyOf ?? [];
  if (!choice.length || !choice.every(({ required }) => required)) return schema;
  const has = (key: string) => typeof value === "object" && value !== null && key in value;
  const share = ({ required }: { required?: string[] }) =>
    required!.filter(has).length / required!.length;
  return choice.reduce((best, one) => (share(one) > share(best) ? one : best));
}

/** @throws ProblemError 400 with a sentence that names the field */
export function check(schema: TSchema, value: unknown, what: string): void {
  const validate = validator(meant(schema, value));
  if (validate(value)) return;
  const error = telling(validate.errors!);
  const field = fieldOf(error);
  throw new ProblemError(400, sentence(error, field, what), field || undefined);
}

/**
 * Of the errors of one failure (a choice reports each of its branches), the one whose schema says
 * what is wanted.
 */
function telling(errors: readonly ErrorObject[]): ErrorObject {
  const described = (error: ErrorObject) =>
    (error.parentSchema as { description?: string } | undefined)?.description !== undefined;
  return (
    errors.find((error) => error.keyword === "anyOf" && described(error)) ??
    errors.find(described) ??
    errors[0]!
  );
}

/** Whether a value is what a schema asks for. */
export const fits = (schema: TSchema, value: unknown): boolean => validator(schema)(value) === true;

/** Whether an answer is what the contract promises; the first difference otherwise. */
export function mismatch(schema: TSchema, value: unknown): string | undefined {
  const validate = validator(schema);
  return validate(value)
    ? undefined
    : `${validate.errors![0]!.instancePath} ${validate.errors![0]!.message}`;
}

const fieldOf = (error: ErrorObject): string => {
  const path = error.instancePath.slice(1).replaceAll("/", ".");
  const missing = error.params as { missingProperty?: string; additionalProperty?: string };
  const name = missing.missingProperty ?? missing.additionalProperty;
  return name ? (path ? `${path}.${name}` : name) : path;
};

function sentence(error: ErrorObject, field: string, what: string): string {
  if (error.keyword === "required") return say`"${field}" is missing from ${what}.`;
  if (error.keyword === "additionalProperties") return say`"${field}" is not known here.`;
  const described = (error.parentSchema as { description?: string } | undefined)?.description;
  if (error.keyword === "maxLength")
    return say`"${field}" is too long: at most ${(error.params as { limit: number }).limit}
      characters.`;
  if (described) return say`"${field}" must be ${described}.`;
  if (!field) return say`There is nothing usable in ${what}.`;
  return say`"${field}" ${error.message ?? say`cannot be used`}.`;
}
