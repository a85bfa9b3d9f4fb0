import { fieldMessages } from '@upholder/core/outcome';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type FieldErrors, type ResolverResult, useForm } from 'react-hook-form';
import type { ZodType } from 'zod';
import { type Refusal, refusalOf } from '../api/upholder.ts';
import type { Said } from './SaveHead.tsx';

/** What stands in the fields of a form, by their names: text as it is typed, and choices as they are. */
export type Draft = Readonly<Record<string, unknown>>;

/** What a draft says: a value that may be saved, or what is wrong, by field. */
export interface Reading<T> {
  value: T | null;
  errors: Record<string, string>;
}

/**
 * Reads a draft by the schema that the server checks it with too.
 * @param wanted the draft in the shape of the schema; what could not be read stands in `errors` and goes before its messages.
 * @param nameOf the field that shows what is wrong at a path; the path itself where it is left out.
 */
export function readBySchema<T>(
  schema: ZodType<T>,
  wanted: unknown,
  errors: Record<string, string> = {},
  nameOf: (path: string) => string = (path) => path,
): Reading<T> {
  const parsed = schema.safeParse(wanted);
  const found = { ...errors };
  if (!parsed.success)
    for (const [path, message] of Object.entries(fieldMessages(parsed.error)))
      found[nameOf(path)] ??= message;
  return { value: parsed.success && Object.keys(found).length === 0 ? parsed.data : null, errors: found };
}

/** What a form shows once it is saved: the draft and the version as they stand from then on. */
interface Kept {
  refusal?: never;
  draft?: Draft;
  version?: number;
}

/**
 * What a call that keeps something came to, as a form takes it.
 * @param kept reads the draft, the version, or both from the answer.
 */
export function saveOutcome<D, K extends Kept>(
  outcome: { data: D } | { error: unknown },
  kept: (data: NonNullable<D>) => K,
): { refusal: Refusal } | K {
  return 'error' in outcome ? { refusal: refusalOf(outcome.error) } : kept(outcome.data as NonNullable<D>);
}

interface DraftFormOptions<T> {
  start: Draft;
  /**
   * Version of what is shown. Where somebody else writes another one, an untouched form follows; one that was typed into is
   * saved over what it was typed on, which the server then refuses.
   */
  version?: number;
  read(draft: Draft): Reading<T>;
  /** Saves what the draft says over a version. */
  save(value: T, version: number): Promise<{ refusal: Refusal } | Kept>;
  /** Said once it is saved; empty where nothing is. */
  saved: string;
}

export interface DraftForm {
  draft: Draft;
  /** What stands in a text field. */
  text(name: string): string;
  errors: Record<string, string>;
  said: Said | null;
  isSaving: boolean;
  isChanged: boolean;
  write(name: string, value: unknown): void;
  /** Says what is wrong so far; for when a field is left. */
  check(): void;
  /** Saves; true once it is kept. */
  save(): Promise<boolean>;
  /** Shows another draft, as the one that is kept by a version. */
  start(draft: Draft, version: number): void;
  /** Says something of its own, or nothing any more. */
  say(said: Said | null): void;
}

// Names of fields are paths of what they say; the form library would take a dot for a step down.
const inside = (name: string): string => name.replaceAll('.', '/');
const outside = (name: string): string => name.replaceAll('/', '.');
const renamed = (values: Draft, rename: (name: string) => string): Record<string, unknown> =>
  Object.fromEntries(Object.entries(values).map(([name, value]) => [rename(name), value]));

function messagesOf(errors: FieldErrors): Record<string, string> {
  return Object.fromEntries(
    Object.entries(errors).map(([name, error]) => [outside(name), String(error?.message ?? '')]),
  );
}

/** A form that is typed into freely and saved by a press: what is wrong is said at its field, and nothing typed is lost. */
export function useDraftForm<T>({ start, version, read, save, saved }: DraftFormOptions<T>): DraftForm {
  const [said, say] = useState<Said | null>(null);
  const options = useRef({ start, version, read, save, saved });
  /** The version that is typed on. */
  const seen = useRef(version ?? 0);
  useEffect(() => {
    options.current = { start, version, read, save, saved };
  });
  const resolver = useCallback(
    async (
      values: Record<string, unknown>,
    ): Promise<ResolverResult<Record<string, unknown>, { value: T }>> => {
      const { value, errors } = options.current.read(renamed(values, outside));
      if (value !== null) return { values: { value }, errors: {} };
      const found = Object.entries(errors).map(([name, message]) => [
        inside(name),
        { type: 'read', message },
      ]);
      return { values: {} as Record<string, never>, errors: Object.fromEntries(found) as FieldErrors };
    },
    [],
  );
  const form = useForm<Record<string, unknown>, unknown, { value: T }>({
    defaultValues: renamed(start, inside),
    resolver,
    shouldFocusError: false,
  });
  const { setValue, trigger, handleSubmit, reset, setError, clearErrors } = form;
  const { errors, isSubmitting, isDirty } = form.formState;
  const values = form.watch();
  const draft = useMemo(() => renamed(values, outside), [values]);
  useEffect(() => {
    if (isDirty || version === undefined || version <= seen.current) return;
    seen.current = version;
    reset(renamed(options.current.start, inside));
  }, [version, isDirty, reset]);
  const write = useCallback(
    (name: string, value: unknown) => setValue(inside(name), value, { shouldDirty: true }),
    [setValue],
  );
  const check = useCallback(() => void trigger(), [trigger]);

  async function keep(): Promise<boolean> {
    let isKept = false;
    clearErrors();
    await handleSubmit(
      async ({ value }) => {
        const outcome = await options.current.save(value, seen.current);
        if (outcome.refusal) {
          const { code, current, message } = outcome.refusal;
          const theirs = (current as { version?: number } | undefined)?.version;
          // Told that somebody was faster, whoever saves again means it.
          if (code === 'conflict' && theirs !== undefined && options.current.version !== undefined) {
            seen.current = theirs;
            return say({ kind: 'stop', words: `${message} Save again to overwrite it.` });
          }
          for (const [name, message] of Object.entries(outcome.refusal.fields))
            setError(inside(name), { type: 'refused', message });
          return say({ kind: 'stop', words: message });
        }
        isKept = true;
        if (outcome.version !== undefined) seen.current = outcome.version;
        reset(outcome.draft ? renamed(outcome.draft, inside) : form.getValues());
        say(options.current.saved === '' ? null : { kind: 'plain', words: options.current.saved });
      },
      () => say({ kind: 'stop', words: 'Not saved. Check the highlighted fields.' }),
    )();
    return isKept;
  }

  return {
    draft,
    text: (name) => String(draft[name] ?? ''),
    errors: messagesOf(errors),
    said,
    isSaving: isSubmitting,
    isChanged: isDirty,
    write,
    check,
    save: keep,
    start(wanted, kept) {
      seen.current = kept;
      reset(renamed(wanted, inside));
    },
    say,
  };
}
