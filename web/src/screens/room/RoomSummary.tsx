import type { JobDetail } from '@upholder/core/api';
import {
  missingForSpray,
  PROTECTION_TRAITS,
  protectionMaterials,
  protectionMinutes,
  type Room,
  type RoomTaskKind,
  removalMinutes,
  roomTicks,
} from '@upholder/core/jobs';
import { said } from '@upholder/core/said';
import { formatDuration } from '@upholder/core/units';
import { useState } from 'react';
import { useMay } from '../../api/useMay.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { Card, Notice } from '../../parts/controls.tsx';
import { materialWords } from './materialWords.ts';

/** What protecting the room comes to, and what of it is up. */
export function RoomSummary({
  detail,
  room,
  isSprayed,
  isSaved,
}: {
  detail: JobDetail;
  room: Room;
  isSprayed: boolean;
  /** Ticks are offered for what is saved only. */
  isSaved: boolean;
}) {
  const happen = useHappenings(detail.job.id);
  const mayTick = useMay('addJobEvent');
  const [problem, setProblem] = useState<string | null>(null);
  const ticks = roomTicks(detail.events);
  const up = room.tasks.reduce((sum, task) => sum + protectionMinutes(task), 0);
  const needs = materialWords(protectionMaterials(room.tasks, room.heightMm));
  const missing = isSprayed ? missingForSpray(room) : [];
  const lines: [RoomTaskKind, string][] = [
    ...room.tasks.map(({ kind }): [RoomTaskKind, string] => [kind, PROTECTION_TRAITS[kind].words]),
    ...(room.tasks.length > 0
      ? ([['removal', said('job.protect-removal')]] as [RoomTaskKind, string][])
      : []),
  ];
  async function tick(task: RoomTaskKind, isOn: boolean): Promise<void> {
    const answer = await happen({ kind: 'room', task, isOn, minutes: null });
    setProblem(answer.ok ? null : answer.message);
  }
  return (
    <Card className="p-5">
      <h2>What it takes</h2>
      {room.tasks.length === 0 ? (
        <p className="mt-1 text-quiet">Nothing is protected yet. Type the size and propose.</p>
      ) : (
        <p className="mt-1">
          <span className="quantity">{formatDuration(up)}</span> to put up,{' '}
          <span className="quantity">{formatDuration(removalMinutes(room.tasks))}</span> to take down and
          dispose of.
        </p>
      )}
      {needs.length > 0 && (
        <ul className="mt-2">
          {needs.map(({ material, amount, words }) => (
            <li key={material}>
              <span className="quantity">{amount}</span> {words}
            </li>
          ))}
        </ul>
      )}
      {missing.length > 0 && (
        <div className="mt-3">
          <Notice kind="stop">
            Spraying in this room is stopped until these are planned:{' '}
            {missing.map((kind) => PROTECTION_TRAITS[kind].words).join(', ')}.
          </Notice>
        </div>
      )}
      {lines.length > 0 && isSaved && (
        <>
          <h3 className="mt-5">Done</h3>
          {problem && <Notice kind="stop">{problem}</Notice>}
          <ul className="no-print mt-1">
            {lines.map(([task, words]) => (
              <li key={task}>
                <label className="flex press-h-12 items-center gap-3">
                  <input
                    type="checkbox"
                    className="size-6 accent-[var(--act)]"
                    disabled={!mayTick}
                    checked={ticks.has(task)}
                    onChange={({ target }) => void tick(task, target.checked)}
                  />
                  {words}
                </label>
              </li>
            ))}
          </ul>
        </>
      )}
      <p className="mt-4 text-quiet text-small">
        Pull film tight and tape all edges: loose sheets blow onto wet paint. Solvent vapour: no flame or
        pilot light. The product sheet and local codes come first.
      </p>
    </Card>
  );
}
