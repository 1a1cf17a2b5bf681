import { type Outcome, refuse } from './refusal';

type Json = Record<string, unknown>;

/** How JSON of one kind is brought to the newest version: one small step for each version there was, from it to the next. */
export interface Chain<Context> {
  /** What a message calls it: *format*. */
  what: string;
  newest: number;
  /** By the version that a step starts from. A step gives new JSON and leaves what it is given as it is. */
  steps: Readonly<Record<number, (json: Json, context: Context) => Json>>;
}

/**
 * Brings JSON to the newest version of its kind. What is stored stays as it is; the newer view is computed at every reading.
 * Refused for a version that this Zonograph does not know.
 */
export function upgraded<Context>(
  json: Json & { version: number },
  { what, newest, steps }: Chain<Context>,
  context: Context,
): Outcome<{ json: Json }> {
  let current: Json = json;
  for (let version = json.version; version !== newest; version += 1) {
    const step = steps[version];
    if (!step)
      return refuse(
        json.version > newest
          ? `This ${what} is of version ${json.version}; this Zonograph reads up to version ${newest}. Use a newer Zonograph.`
          : `This ${what} is of version ${json.version}, which there never was.`,
      );
    current = { ...step(current, context), version: version + 1 };
  }
  return { ok: true, json: current };
}
