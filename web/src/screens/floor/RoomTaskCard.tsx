import { PROTECTION_TRAITS, protectionMinutes, type RoomTaskKind, removalMinutes } from '@upholder/core/jobs';
import { formatDuration, parseDurationMinutes } from '@upholder/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { useMay } from '../../api/useMay.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { Button, Field, Notice, TextInput } from '../../parts/controls.tsx';
import type { NowItem } from './useNowLog.ts';

const UNITS = { m2: ' m²', m: ' m', each: '' } as const;

const TIGHT = 'Pull film tight and tape all edges: loose sheets blow onto wet paint.';
const HINTS: Record<RoomTaskKind, string> = {
  wash: 'Tape holds on clean, dry surfaces only.',
  floor: 'Wall to wall, joints overlapped, every edge taped.',
  worktops: 'The covered worktop doubles as the mixing place.',
  appliances: TIGHT,
  wall: TIGHT,
  openings: 'Tight in front, the surplus tucked behind.',
  edges: 'Press the tape down with a blade; pull it at an angle while the last coat is soft.',
  extraction: 'Air in on the clean side, out through the filter; nobody stands between.',
  removal: 'When the last film may be touched. Roll film inwards: dust and overspray stay in it.',
};

/** How much of a task there is to do, and how long that takes. */
function sizeOf(kind: RoomTaskKind, { job }: NowItem['detail']): string {
  const tasks = job.room?.tasks ?? [];
  if (kind === 'removal') return formatDuration(removalMinutes(tasks));
  const task = tasks.find((one) => one.kind === kind);
  if (!task) return '';
  const amount = `${task.amount}${UNITS[PROTECTION_TRAITS[kind].unit]}`;
  return `${amount}, ${formatDuration(protectionMinutes(task))}`;
}

/** Covering or clearing the client's room as the thing to do now: how much, and the press that ticks it off. */
export function RoomTaskCard({
  item,
  detail,
  isDue,
  onLogged,
}: NowItem & { isDue: boolean; onLogged(): void }) {
  const { task } = item.op;
  const happen = useHappenings(detail.job.id);
  const mayTick = useMay('addJobEvent');
  const [problem, setProblem] = useState<string | null>(null);
  const [text, setText] = useState('');
  const [error, setError] = useState<string | undefined>();
  if (!task) return null;
  const done = async () => {
    const took = text.trim() === '' ? null : parseDurationMinutes(text);
    if (took && (!took.ok || took.value > 1440)) {
      setError(took.ok ? 'At most 24 h.' : took.message);
      return;
    }
    setError(undefined);
    const answer = await happen({ kind: 'room', task, isOn: true, minutes: took?.value ?? null });
    setProblem(answer.ok ? null : answer.message);
    if (answer.ok) onLogged();
  };
  return (
    <section
      className={`border-l-[10px] bg-sheet p-5 ${isDue ? 'border-act' : 'border-line'}`}
      aria-label="Do now"
    >
      <p className="text-lead text-quiet">
        {isDue ? 'Do now' : 'Next'}, in the client’s room · {detail.job.code}
      </p>
      <h1 className="mt-1 text-arm leading-[1.1]">{item.op.name}</h1>
      <p className="quantity mt-2 text-lead">{sizeOf(task, detail)}</p>
      <p className="mt-3 max-w-prose text-lead text-quiet">{HINTS[task]}</p>
      {problem && (
        <div className="mt-4">
          <Notice kind="stop">{problem}</Notice>
        </div>
      )}
      <Field label="Minutes it took, if you know" className="mt-4 max-w-60" error={error}>
        {(ids) => (
          <TextInput
            {...ids}
            className="min-h-14 text-lead"
            value={text}
            onChange={({ target }) => setText(target.value)}
          />
        )}
      </Field>
      <div className="mt-5 flex flex-wrap items-center gap-4">
        <Button kind="act" posture="floor" disabled={!mayTick} onClick={() => void done()}>
          Log done
        </Button>
        <Link to={`/jobs/${detail.job.id}/pieces/room`} className="font-semibold text-act underline">
          Open the room
        </Link>
      </div>
    </section>
  );
}
