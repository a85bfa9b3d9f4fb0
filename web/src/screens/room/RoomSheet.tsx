import type { JobDetail } from '@upholder/core/api';
import {
  PROTECTION_TRAITS,
  protectionMaterials,
  protectionMinutes,
  type Room,
  removalMinutes,
} from '@upholder/core/jobs';
import { said } from '@upholder/core/said';
import { formatDuration } from '@upholder/core/units';
import { show } from '../../base/voice.ts';
import { materialWords } from './materialWords.ts';
import { UNIT_WORDS } from './roomDraft.ts';

/** The room on paper: what to protect, how much, how long, what to bring, and a box for each to tick. */
export function RoomSheet({ detail: { job }, room }: { detail: JobDetail; room: Room }) {
  const sides = [room.lengthMm, room.widthMm, room.heightMm].map((mm) =>
    mm === null ? '?' : show('length', mm),
  );
  const lines = [
    ...room.tasks.map((task) => {
      const { words, unit } = PROTECTION_TRAITS[task.kind];
      const doors = task.doors > 0 ? `, ${task.doors} zip door${task.doors === 1 ? '' : 's'}` : '';
      const amount = `${task.amount}${unit === 'each' ? '' : ` ${UNIT_WORDS[unit]}`}${doors}`;
      return { key: task.kind, words, amount, minutes: protectionMinutes(task) };
    }),
    {
      key: 'removal',
      words: said('job.protect-removal'),
      amount: 'all of it',
      minutes: removalMinutes(room.tasks),
    },
  ];
  return (
    <section className="hidden print:block">
      <h1>Room protection</h1>
      <p className="mt-1">
        {job.client}
        {job.addressNote && `, ${job.addressNote}`}. Room {sides.join(' × ')}.
      </p>
      <table className="mt-4 w-full">
        <thead>
          <tr className="border-ink border-b text-left">
            <th className="py-1">Task</th>
            <th className="py-1 text-right">How much</th>
            <th className="py-1 text-right">Takes</th>
            <th className="py-1 pl-6">Took</th>
            <th className="py-1 text-right">Done</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ key, words, amount, minutes }) => (
            <tr key={key} className="break-inside-avoid border-line border-b">
              <td className="py-2 pr-4">{words}</td>
              <td className="py-2 text-right tabular-nums">{amount}</td>
              <td className="py-2 text-right tabular-nums">{formatDuration(minutes)}</td>
              <td className="py-2 pl-6">
                <span className="inline-block w-20 border-ink border-b" />
              </td>
              <td className="py-2 text-right">
                <span className="inline-block size-4 border border-ink align-middle" />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2 className="mt-6">To bring</h2>
      <ul className="mt-1">
        {materialWords(protectionMaterials(room.tasks, room.heightMm)).map(({ material, amount, words }) => (
          <li key={material}>
            {amount} {words}
          </li>
        ))}
      </ul>
      <p className="mt-6">
        Pull film tight and tape all edges: loose sheets blow onto wet paint. Solvent vapour: no flame or
        pilot light. The product sheet and local codes come first.
      </p>
    </section>
  );
}
