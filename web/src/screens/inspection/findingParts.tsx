import type { JobDetail } from '@upholder/core/api';
import {
  CAUSE_WORDS,
  type Cause,
  type CureEffect,
  type CureEffects,
  type CureOption,
  cureName,
  type Finding,
  type FindingState,
  lastAnswer,
  type RankedCause,
} from '@upholder/core/inspection';
import { does } from '@upholder/core/systems';
import { formatDuration } from '@upholder/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { show } from '../../base/voice.ts';
import { answerWords } from '../../job/inspection/answerWords.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Button, Notice } from '../../parts/controls.tsx';

/** So many causes are shown before somebody asks for more. */
const FIRST_CAUSES = 3;

/** Causes with their evidence, the likeliest first; one may be confirmed. */
export function Causes({
  causes,
  cause,
  onCause,
}: {
  causes: readonly RankedCause[];
  cause: Cause | null;
  onCause(cause: Cause | null): void;
}) {
  const [isWhole, setWhole] = useState(false);
  return (
    <section aria-label="Likely causes">
      <h3>Likely causes</h3>
      <ol className="mt-1 flex flex-col">
        {causes.slice(0, isWhole ? undefined : FIRST_CAUSES).map(({ cause: one, evidence, confirmed }) => (
          <li key={one} className="flex items-start gap-3 border-line border-b py-2 leading-snug">
            <span
              aria-hidden="true"
              className={`mt-1 size-3 shrink-0 rounded-full ${evidence.weight > 0 ? 'bg-stop' : evidence.weight < 0 ? 'border border-line' : 'bg-line'}`}
            />
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{CAUSE_WORDS[one]}.</span>{' '}
              <span className={evidence.weight > 0 ? '' : 'text-quiet'}>{evidence.why}</span>
              {confirmed.count > 0 && (
                <span className="text-quiet">
                  {' '}
                  Confirmed here {confirmed.count} of {confirmed.of} times.
                </span>
              )}
            </span>
            <Button
              kind={cause === one ? 'act' : 'plain'}
              aria-pressed={cause === one}
              onClick={() => onCause(cause === one ? null : one)}
            >
              {cause === one ? 'Confirmed' : 'This was it'}
            </Button>
          </li>
        ))}
      </ol>
      {causes.length > FIRST_CAUSES && (
        <Button kind="quiet" aria-expanded={isWhole} onClick={() => setWhole(!isWhole)}>
          {isWhole ? 'Fewer causes' : `${causes.length - FIRST_CAUSES} more`}
        </Button>
      )}
    </section>
  );
}

/** What a repair does to the end of the job, and whether the piece gets its last coat with the others. */
function Effect({ completion, laterMin, rejoins }: CureEffect) {
  const { shop } = useJobContext();
  const now = useNowMinute();
  return (
    <span className="block text-note">
      {laterMin <= 0 ? (
        'The job ends no later for it.'
      ) : (
        <>
          The job ends <span className="quantity">{whenWords(completion, now, shop.timeZone)}</span>,{' '}
          <span className="quantity">{formatDuration(laterMin)}</span> later.
        </>
      )}
      {rejoins === true && ' It gets the last coat with its zone.'}
      {rejoins === false && (
        <span className="font-semibold">
          {' '}
          It misses the last coat of its zone: coat the whole face and keep some of that mix, or sheen and
          shade differ.
        </span>
      )}
    </span>
  );
}

/** A way of planning a repair, chosen by a press. */
function Way({
  name,
  effect,
  isFirst,
  isBusy,
  onAccept,
}: {
  name: string;
  effect: CureEffect | null;
  isFirst: boolean;
  isBusy: boolean;
  onAccept(): void;
}) {
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
      <Button
        kind={isFirst ? 'act' : 'plain'}
        className="press-h-11 min-w-44"
        disabled={isBusy}
        onClick={onAccept}
      >
        {name}
      </Button>
      <span className="min-w-48 flex-1 leading-snug">{effect && <Effect {...effect} />}</span>
    </div>
  );
}

/** One way to make it good, with its steps, and how it may be planned. */
export function CureCard({
  option,
  isFirst,
  effects,
  hasLoad,
  isBusy,
  onAccept,
}: {
  option: CureOption;
  /** What it does to the plan; null while that is not known. */
  effects: CureEffects | null;
  /** Others are in the load of the piece and would wait for it. */
  hasLoad: boolean;
  isFirst: boolean;
  isBusy: boolean;
  onAccept(isAlone: boolean): void;
}) {
  const { steps, materials, minutes, isCoveredLater } = option;
  const isChoice = hasLoad && steps.length > 0;
  const later = (effect: CureEffect | null | undefined) => effect?.laterMin ?? 0;
  const isAloneBetter = isChoice && later(effects?.alone) < later(effects?.withLoad);
  return (
    <li className={`border-l-[6px] bg-raised px-4 py-3 ${isFirst ? 'border-act' : 'border-line'}`}>
      <div className="leading-snug">
        <span className="font-semibold">
          {cureName(
            option.cure,
            option.steps.some((step) => does(step, 'laysFilm')),
          )}
        </span>
        {minutes > 0 && <span className="quantity text-quiet"> · {formatDuration(minutes)} of work</span>}
        <span className="block text-note text-quiet">{option.why}</span>
      </div>
      {steps.length > 0 && (
        <ol className="mt-2 flex flex-wrap gap-x-1 gap-y-1 text-note leading-snug">
          {steps.map((step, index) => (
            <li key={step.key}>
              {index > 0 && <span className="text-quiet">→ </span>}
              {step.name}
              {step.dryingMin > 0 && (
                <span className="text-quiet"> ({formatDuration(step.dryingMin)} to dry)</span>
              )}
            </li>
          ))}
        </ol>
      )}
      {materials.length > 0 && (
        <p className="mt-1 text-note">
          Material: {materials.map(({ name, paintMl }) => `${show('volume', paintMl)} ${name}`).join(', ')}
        </p>
      )}
      {isCoveredLater && (
        <p className="mt-1 text-note text-quiet">The next coat of its zone goes over the spot.</p>
      )}
      <Way
        name={isChoice ? 'Repair with its load' : 'Accept repair'}
        effect={effects?.withLoad ?? null}
        isFirst={isFirst && !isAloneBetter}
        isBusy={isBusy}
        onAccept={() => onAccept(false)}
      />
      {isChoice && (
        <Way
          name="Repair on its own"
          effect={effects?.alone ?? null}
          isFirst={isFirst && isAloneBetter}
          isBusy={isBusy}
          onAccept={() => onAccept(true)}
        />
      )}
    </li>
  );
}

/** What was decided, and what came of it. */
export function Decided({
  finding,
  state,
  detail,
}: {
  finding: Finding;
  state: FindingState;
  detail: JobDetail;
}) {
  const answer = lastAnswer(finding);
  if (!answer || state === 'open') return null;
  const steps = answer.stepIds.flatMap((id) => detail.steps.find((step) => step.id === id) ?? []);
  return (
    <Notice
      kind={state === 'curing' ? 'act' : 'plain'}
      action={
        state === 'curing' ? (
          <Link to="../days" className="font-semibold text-act underline">
            To the plan
          </Link>
        ) : undefined
      }
    >
      <span className="font-semibold">{answerWords(finding, detail)}.</span> {answer.memberName}
      {answer.reason && `: ${answer.reason}`}
      {steps.length > 0 && ` · ${steps.map(({ name }) => name).join(' → ')}`}
      {answer.cause && ` · ${CAUSE_WORDS[answer.cause]}`}
    </Notice>
  );
}
