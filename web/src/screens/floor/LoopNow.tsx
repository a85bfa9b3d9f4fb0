import { effectiveLog, leavesOut } from '@upholder/core/jobs';
import { anotherRepeat, applyEdits, loopsOf } from '@upholder/core/rules';
import { does, draftOf, type Step } from '@upholder/core/systems';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useLogging } from '../../api/useLogging.ts';
import { useMay } from '../../api/useMay.ts';
import { deviceClock } from '../../base/deviceClock.ts';
import { PiecePicker } from '../../job/log/PiecePicker.tsx';
import type { usePieceStates } from '../../job/useJobContext.ts';
import { Button, Field, Notice, TextArea } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import type { NowItem } from './useNowLog.ts';

type NowProps = Pick<NowItem, 'item' | 'detail'> & {
  step: Step;
  states: ReturnType<typeof usePieceStates>;
};

/** Logs that some steps are left out for some pieces. Answers with what is wrong, or null. */
function useLeavingOut({ item, detail }: Pick<NowItem, 'item' | 'detail'>) {
  const keep = useLogging();
  return async (steps: readonly Step[], pieceIds: readonly string[], note: string) => {
    // The last one first: until the task at hand itself is skipped nothing changes on the floor, and a page that is left in between
    // finds the rest where it was.
    for (const step of steps.toReversed()) {
      const logged = effectiveLog(detail.log).filter((entry) => leavesOut(entry) && entry.stepId === step.id);
      const known = new Set(logged.flatMap((entry) => entry.pieceIds));
      const rest = pieceIds.filter((id) => !known.has(id));
      if (rest.length === 0) continue;
      const outcome = await keep({
        id: uuid(),
        jobId: item.jobId,
        stepId: step.id,
        side: 'all',
        action: 'skip',
        pieceIds: rest,
        doneAt: new Date(deviceClock.now()).toISOString(),
        coat: null,
        note,
        correctsId: null,
        isWithdrawal: false,
      });
      if (!outcome.ok) return outcome.message;
    }
    return null;
  };
}

/** Which pieces, and why; then what is left out of them is logged. */
function LeaveOutDialog({
  item,
  detail,
  states,
  steps,
  title,
  verb,
  reason,
  onClose,
}: Omit<NowProps, 'step'> & {
  steps: readonly Step[];
  title: string;
  verb: string;
  /** Filled in as the reason; it may be changed, not left empty. */
  reason: string;
  onClose(): void;
}) {
  const leaveOut = useLeavingOut({ item, detail });
  const [chosen, setChosen] = useState(() => new Set(item.op.pieceIds));
  const [note, setNote] = useState(reason);
  const [problem, setProblem] = useState<string | null>(null);
  async function log(): Promise<void> {
    if (chosen.size === 0) return setProblem('Choose at least one piece.');
    if (note.trim() === '') return setProblem('Say why: the log keeps it.');
    const wrong = await leaveOut(
      steps,
      item.op.pieceIds.filter((id) => chosen.has(id)),
      note.trim(),
    );
    if (wrong === null) onClose();
    else if (wrong !== '') setProblem(wrong);
  }
  return (
    <Modal isOpen onClose={onClose} title={title} note={item.loadLabel}>
      <div className="flex flex-col gap-4">
        <p>
          Skipped for these pieces: {steps.map(({ name }) => name).join(', ')}. Withdraw the entry in the log,
          and the step comes back.
        </p>
        <PiecePicker
          pieces={detail.pieces.filter(({ id }) => item.op.pieceIds.includes(id))}
          zone={detail.zones.find(({ id }) => id === item.op.zoneId)}
          states={states}
          chosen={chosen}
          onChange={setChosen}
        />
        <Field label="Why">
          {(ids) => (
            <TextArea
              {...ids}
              rows={2}
              className="text-lead"
              maxLength={300}
              value={note}
              onChange={({ target }) => {
                setNote(target.value);
                setProblem(null);
              }}
            />
          )}
        </Field>
        {problem && <Notice kind="stop">{problem}</Notice>}
        <div>
          <Button kind="act" posture="floor" onClick={() => void log()}>
            {verb} for {chosen.size}
          </Button>
        </div>
      </div>
    </Modal>
  );
}

/** Steps of a loop that fall away when it is enough now: later rounds, and this one where nothing of it is done. */
function restOfLoop(step: Step, steps: readonly Step[]): Step[] {
  const own = steps.filter(({ repeat }) => repeat?.group === step.repeat?.group);
  const number = step.repeat?.number ?? 1;
  const first = own.find(({ repeat }) => repeat?.number === number);
  const isAtStart = number > 1 && first?.id === step.id;
  return own.filter(({ repeat }) => {
    const round = repeat?.number ?? 1;
    return round > number || (isAtStart && round === number);
  });
}

/** Where a loop stands, and the two ways on: enough, or one more round. */
export function LoopNow({ item, detail, step, states }: NowProps) {
  const mayLog = useMay('log');
  const [write] = upholder.useWriteStepsMutation();
  const [isEnding, setEnding] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const steps = detail.steps
    .filter(({ zoneId }) => zoneId === step.zoneId)
    .sort((a, b) => a.position - b.position);
  const loop = loopsOf(steps).find(({ group }) => group === step.repeat?.group);
  const { repeat } = step;
  if (!repeat || !loop) return null;
  const rest = restOfLoop(step, steps);
  const zone = detail.zones.find(({ id }) => id === step.zoneId);
  const drafts = steps.map(draftOf);
  const more = repeat.number === loop.rounds ? anotherRepeat(drafts, loop.group, item.op.pieceIds) : [];
  async function goRound(): Promise<void> {
    if (!zone) return;
    const outcome = await write({
      jobId: detail.job.id,
      zoneId: zone.id,
      version: zone.version,
      steps: applyEdits(drafts, more),
    });
    setProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  return (
    <section aria-label="Loop" className="mt-3 border-line border-l-[8px] pl-3">
      <p className="text-lead">
        <span className="font-semibold">
          Round {repeat.number} of {loop.rounds}
        </span>
        , at most {loop.most}. Look under a raking light: is it good enough?
      </p>
      {problem && <Notice kind="stop">{problem}</Notice>}
      <div className="mt-2 flex flex-wrap gap-3">
        {rest.length > 0 && (
          <Button posture="floor" disabled={!mayLog} onClick={() => setEnding(true)}>
            {rest.some(({ id }) => id === step.id) ? 'Enough' : 'Enough after this round'}
          </Button>
        )}
        {more.length > 0 && (
          <Button posture="floor" disabled={!mayLog} onClick={() => void goRound()}>
            One more round
          </Button>
        )}
      </div>
      {isEnding && (
        <LeaveOutDialog
          item={item}
          detail={detail}
          states={states}
          steps={rest}
          title="Enough"
          verb="Enough"
          reason={`Good enough in round ${repeat.number}.`}
          onClose={() => setEnding(false)}
        />
      )}
    </section>
  );
}

/** Sanding a coat that dried smooth may be left out inside its window, where somebody says so. */
export function LeaveOut({ item, detail, step, states }: NowProps) {
  const mayLog = useMay('log');
  const [isOpen, setOpen] = useState(false);
  if (!does(step, 'flattens') || step.repeat) return null;
  return (
    <>
      <Button posture="floor" disabled={!mayLog} onClick={() => setOpen(true)}>
        Skip this step
      </Button>
      {isOpen && (
        <LeaveOutDialog
          item={item}
          detail={detail}
          states={states}
          steps={[step]}
          title={`Skip: ${step.name}`}
          verb="Skip"
          reason="Dried smooth, inside its window, and its sheet allows it."
          onClose={() => setOpen(false)}
        />
      )}
    </>
  );
}
