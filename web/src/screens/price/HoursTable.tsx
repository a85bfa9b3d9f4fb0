import { PHASES, type PhaseWork } from '@upholder/core/estimating';
import type { JobPrice } from '@upholder/core/pricing';
import { SKILL_WORDS, SKILLS } from '@upholder/core/shop';
import { PHASE_WORDS } from '../../job/phaseWords.ts';
import type { NoPlan } from '../../job/useJobPrice.ts';
import { Card } from '../../parts/controls.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { CELL, HEAD } from '../materials/cells.ts';

const WHY: Record<Exclude<NoPlan, null>, string> = {
  none: 'The job is not planned yet.',
  stale: 'The job changed since it was planned. Replan it under Days to compare.',
  begun: 'Work had begun when the plan was made, so it holds only what was left then.',
};

const sum = (work: readonly PhaseWork[], wanted: Partial<PhaseWork> = {}) =>
  work
    .filter(({ phase, skill }) => (wanted.phase ?? phase) === phase && (wanted.skill ?? skill) === skill)
    .reduce((total, { minutes }) => total + minutes, 0);

const hours = (minutes: number) => (minutes === 0 ? '–' : `${(minutes / 60).toFixed(1)} h`);

/** Hours by phase and by who is needed, from the sequence and from the plan. */
export function HoursTable({
  price,
  why,
  logged,
}: {
  price: JobPrice;
  why: NoPlan;
  /** Work that is logged; null while nothing is. */
  logged: readonly PhaseWork[] | null;
}) {
  const { sequence, plan, hoursFrom } = price;
  const priced = hoursFrom === 'plan' && plan ? plan : sequence;
  const phases = PHASES.filter((phase) => sum(sequence, { phase }) + sum(plan ?? [], { phase }) > 0);
  const skills = SKILLS.filter((skill) => sum(priced, { skill }) > 0);
  return (
    <Card className="p-4" aria-label="Hours">
      <h2>Hours</h2>
      <p className="max-w-prose text-quiet">
        By sequence every step is set up for itself; the plan shares set-ups between loads and adds trips and
        turning. The price goes by the {hoursFrom}. {why && WHY[why]}
      </p>
      <SideScroll label="Hours, phase by phase" className="mt-2">
        <table className="w-full min-w-[34rem] text-left">
          <thead>
            <tr className="border-quiet border-b">
              <th className="py-1.5 font-semibold">Phase</th>
              {skills.map((skill) => (
                <th key={skill} className={`${HEAD} first-letter:uppercase`}>
                  {SKILL_WORDS[skill]}
                </th>
              ))}
              <th className={HEAD}>By sequence</th>
              <th className={HEAD}>By plan</th>
              {logged && <th className={HEAD}>Logged</th>}
            </tr>
          </thead>
          <tbody>
            {phases.map((phase) => (
              <tr key={phase} className="border-line border-b">
                <th scope="row" className="py-1.5 font-normal first-letter:uppercase">
                  {PHASE_WORDS[phase]}
                </th>
                {skills.map((skill) => (
                  <td key={skill} className={`${CELL} quantity font-normal`}>
                    {hours(sum(priced, { phase, skill }))}
                  </td>
                ))}
                <td className={`${CELL} quantity`}>{hours(sum(sequence, { phase }))}</td>
                <td className={`${CELL} quantity`}>{plan ? hours(sum(plan, { phase })) : '–'}</td>
                {logged && <td className={`${CELL} quantity`}>{hours(sum(logged, { phase }))}</td>}
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr className="font-semibold">
              <th scope="row" className="py-2 font-semibold">
                Together
              </th>
              {skills.map((skill) => (
                <td key={skill} className={`${CELL} quantity`}>
                  {hours(sum(priced, { skill }))}
                </td>
              ))}
              <td className={`${CELL} quantity`}>{hours(sum(sequence))}</td>
              <td className={`${CELL} quantity`}>{plan ? hours(sum(plan)) : '–'}</td>
              {logged && <td className={`${CELL} quantity`}>{hours(sum(logged))}</td>}
            </tr>
          </tfoot>
        </table>
      </SideScroll>
    </Card>
  );
}
