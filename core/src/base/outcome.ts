/** Result of an operation that is expected to fail on bad input. Failures are values, not exceptions. */
export type Outcome<T> = { ok: true; value: T } | { ok: false; message: string };

/** Wraps a successful value. */
export function success<T>(value: T): Outcome<T> {
  return { ok: true, value };
}

/** A refusal with a sentence that says what is wrong and what would be right. */
export function failure<T = never>(message: string): Outcome<T> {
  return { ok: false, message };
}

/** Messages of a failed parse by the path of their field; the first message of a field wins. */
export function fieldMessages(error: {
  issues: readonly { path: readonly PropertyKey[]; message: string }[];
}): Record<string, string> {
  const fields: Record<string, string> = {};
  for (const { path, message } of error.issues) fields[path.map(String).join('.')] ??= message;
  return fields;
}

/** Closes a `switch`: reaching it is a programmer's fault, so it throws with the value that was missed. */
export function assertNever(value: never): never {
  throw new Error(`unhandled case: ${JSON.stringify(value)}`);
}
