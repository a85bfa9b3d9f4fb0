import type { Step, StepDraft } from './step.ts';

/**
 * Fits a sequence that was changed by hand: only the steps for raw and repaired pieces come and go, before the first
 * step that all pieces share.
 * @param logged ids of steps that the log names, which stay; @param mint ids for new steps.
 */
export function fitEdited(
  known: readonly Step[],
  drafts: readonly StepDraft[],
  zoneId: string,
  logged: ReadonlySet<string>,
  mint: () => string,
): Step[] {
  const byKey = new Map(known.map((step) => [step.key, step]));
  const extras = drafts.filter(({ appliesTo }) => appliesTo === 'new' || appliesTo === 'repaired');
  const extraKeys = new Set(extras.map(({ key }) => key));
  const stockOf = new Map(drafts.map(({ key, appliesTo }) => [key, appliesTo]));
  const rest = known
    .filter(
      ({ id, key, appliesTo }) =>
        !extraKeys.has(key) && ((appliesTo !== 'new' && appliesTo !== 'repaired') || logged.has(id)),
    )
    .map((step) => ({ ...step, appliesTo: stockOf.get(step.key) ?? step.appliesTo }));
  const isShared = new Set(
    drafts.slice(drafts.findLastIndex(({ key }) => extraKeys.has(key)) + 1).map(({ key }) => key),
  );
  const at = rest.findIndex(({ key }) => isShared.has(key));
  const added = extras.map((draft) => byKey.get(draft.key) ?? { ...draft, id: mint(), zoneId, position: 0 });
  return rest.toSpliced(at === -1 ? rest.length : at, 0, ...added);
}

/**
 * Fits a sequence that is being worked on to what is called for now: nothing is taken away, what is missing is put in where
 * it belongs, and the other steps stay as they are.
 * @param mint ids for new steps.
 */
export function mergeStarted(
  known: readonly Step[],
  drafts: readonly StepDraft[],
  zoneId: string,
  mint: () => string,
): Step[] {
  const byKey = new Map(known.map((step) => [step.key, step]));
  const wanted = new Set(drafts.map(({ key }) => key));
  const merged = drafts.map((draft): Step => {
    const step = byKey.get(draft.key);
    return step ? { ...step, appliesTo: draft.appliesTo } : { ...draft, id: mint(), zoneId, position: 0 };
  });
  // A step that is no longer called for but may have been logged stays before its old successor.
  for (const step of known.filter(({ key }) => !wanted.has(key))) {
    const at = merged.findIndex((candidate) => (byKey.get(candidate.key)?.position ?? -1) > step.position);
    merged.splice(at === -1 ? merged.length : at, 0, step);
  }
  return merged;
}
