import type { JobDetail, ShopContext } from '@upholder/core/api';
import { type Grade, type Scenario, type ScenarioOutlook, scenariosFor } from '@upholder/core/pricing';
import { regional } from '@upholder/core/said';
import {
  FINISHING_SYSTEMS,
  METHOD_IDS,
  METHODS,
  methodsOf,
  SYSTEM_IDS,
  type SystemId,
} from '@upholder/core/systems';
import { speak } from '@upholder/core/words';
import { useState } from 'react';
import { money, voice } from '../../base/voice.ts';
import { Button, Card, Field, Notice, Select } from '../../parts/controls.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { useScenarios } from '../../workers/useScenarios.ts';
import { CELL, HEAD } from '../materials/cells.ts';

const GRADE_WORDS: Record<Grade, { look: string; touchUp: string }> = {
  sprayed: { look: 'sprayed: flat', touchUp: 'touch-ups show at a low angle' },
  rolled: { look: 'rolled: fine stipple', touchUp: 'touch-ups blend in' },
  brushed: { look: 'brushed: marks at an angle', touchUp: 'touch-ups blend in' },
  sent: { look: 'as the other shop sprays', touchUp: 'touch-ups need their paint' },
  mixed: { look: 'differs by zone', touchUp: 'differs by zone' },
};

function nameOf(scenario: Scenario): string {
  switch (scenario.kind) {
    case 'now':
      return 'As it is';
    case 'sprayed':
      return 'Spray it here';
    case 'rolled':
      return 'Roll it here';
    case 'sent':
      return 'Send it out';
    case 'coat-more':
      return regional('One colour coat more');
    case 'coat-less':
      return regional('One colour coat less');
    case 'filled':
      return 'Fill the grain';
    case 'unfilled':
      return 'Leave the grain open';
    case 'system':
      return `System ${scenario.systemId}`;
    case 'method': {
      const { choices } = METHODS[scenario.methodId];
      const way = choices.find(({ id }) => id === scenario.choice);
      return `Method: ${way ? speak(way.label, voice()) : scenario.choice}`;
    }
  }
}

const signed = (value: number, words: (size: number) => string) =>
  `${value < 0 ? '−' : '+'}${words(Math.abs(value))}`;

/** `+9.0 h, +£310, +1 day` against the job as it is; empty where nothing differs. */
function differenceWords(one: ScenarioOutlook, now: ScenarioOutlook): string {
  const hours = Math.round((one.hours - now.hours) * 10) / 10;
  const days = one.days - now.days;
  return [
    ...(hours === 0 ? [] : [signed(hours, (size) => `${size.toFixed(1)} h`)]),
    ...(one.net === now.net ? [] : [signed(one.net - now.net, money)]),
    ...(days === 0 ? [] : [signed(days, (size) => (size === 1 ? '1 day' : `${size} days`))]),
  ].join(', ');
}

function Row({ one, now }: { one: ScenarioOutlook; now: ScenarioOutlook | undefined }) {
  const name = nameOf(one.scenario);
  if (one.refusal !== null)
    return (
      <tr className="border-line border-b">
        <th scope="row" className="py-1.5 font-semibold">
          {name}
        </th>
        <td colSpan={5} className="py-1.5 pl-4 text-quiet">
          {one.refusal}
        </td>
      </tr>
    );
  const { look, touchUp } = GRADE_WORDS[one.grade];
  const difference = now && one !== now ? differenceWords(one, now) : '';
  return (
    <tr className="border-line border-b align-top">
      <th scope="row" className="py-1.5 font-semibold">
        {name}
        <span className="block font-normal text-quiet text-small">{difference}</span>
      </th>
      <td className={`${CELL} quantity`}>
        {one.isAtLeast && <span className="font-normal text-quiet">at least </span>}
        {money(one.net)}
      </td>
      <td className={`${CELL} quantity`}>{one.hours.toFixed(1)} h</td>
      <td className={`${CELL} quantity`}>{one.days}</td>
      <td className={`${CELL} quantity`}>{one.roomDays === 0 ? '–' : one.roomDays}</td>
      <td className="py-1.5 pl-4">
        {look}
        <span className="block text-quiet text-small">{touchUp}</span>
      </td>
    </tr>
  );
}

/** The scenario of a method as it stands in the list: its question and the way; none for none. */
function methodScenario(method: string): Scenario[] {
  const [asked, choice = ''] = method.split(' ');
  const methodId = METHOD_IDS.find((id) => id === asked);
  return methodId ? [{ kind: 'method', methodId, choice }] : [];
}

/** The same job by other tools, systems and changes, each planned and priced. */
export function CompareCard({ detail, shop }: { detail: JobDetail; shop: ShopContext }) {
  const { outlooks, isBusy, problem, compare } = useScenarios(detail, shop);
  const [systems, setSystems] = useState<readonly string[]>(['', '']);
  const [method, setMethod] = useState('');
  const methods = methodsOf(shop.settings.methods, detail.job.methods);
  const usual = scenariosFor(detail.zones, detail.job.pricing);
  const chosen = systems.filter((one): one is SystemId => SYSTEM_IDS.some((id) => id === one));
  const now = outlooks.find(({ scenario }) => scenario.kind === 'now');
  return (
    <Card className="p-4" aria-label="Other ways to do it">
      <h2>Other ways to do it</h2>
      <p className="max-w-prose text-quiet">
        Each is planned with everything else the shop has to do, as if no work were done yet, and priced
        before tax. Nothing of it is kept. What sending it out costs is entered under “This job alone”.
      </p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        {systems.map((system, index) => (
          <Field
            // biome-ignore lint/suspicious/noArrayIndexKey: two fields, always in this order
            key={index}
            label={index === 0 ? 'With system' : 'And with'}
            className="w-56"
          >
            {(ids) => (
              <Select
                {...ids}
                value={system}
                onChange={({ target }) =>
                  setSystems(systems.map((one, at) => (at === index ? target.value : one)))
                }
              >
                <option value="">none besides</option>
                {SYSTEM_IDS.map((id) => (
                  <option key={id} value={id}>
                    {id}: {FINISHING_SYSTEMS[id].name}
                  </option>
                ))}
              </Select>
            )}
          </Field>
        ))}
        <Field label="And another method" className="w-64">
          {(ids) => (
            <Select {...ids} value={method} onChange={({ target }) => setMethod(target.value)}>
              <option value="">none</option>
              {METHOD_IDS.map((id) => (
                <optgroup key={id} label={speak(METHODS[id].ask, voice())}>
                  {METHODS[id].choices
                    .filter((way) => way.id !== methods[id])
                    .map((way) => (
                      <option key={way.id} value={`${id} ${way.id}`}>
                        {way.label}
                      </option>
                    ))}
                </optgroup>
              ))}
            </Select>
          )}
        </Field>
        <Button
          disabled={isBusy || usual.length === 0}
          onClick={() =>
            void compare([
              ...usual,
              ...chosen.map((systemId): Scenario => ({ kind: 'system', systemId })),
              ...methodScenario(method),
            ])
          }
        >
          {isBusy ? 'Planning each…' : 'Compare'}
        </Button>
      </div>
      {problem && (
        <div className="mt-3">
          <Notice kind="stop">{problem}</Notice>
        </div>
      )}
      {outlooks.length > 0 && (
        <SideScroll label="The ways, side by side" className="mt-3">
          <table className="w-full min-w-[40rem] text-left">
            <thead>
              <tr className="border-quiet border-b">
                <th className="py-1.5 font-semibold">Way</th>
                <th className={HEAD}>Before tax</th>
                <th className={HEAD}>Work</th>
                <th className={HEAD}>Days</th>
                <th className={HEAD}>Room taken</th>
                <th className="py-1.5 pl-4 font-semibold">Finish</th>
              </tr>
            </thead>
            <tbody>
              {outlooks.map((one) => (
                <Row
                  key={one.scenario.kind === 'system' ? one.scenario.systemId : one.scenario.kind}
                  one={one}
                  now={now}
                />
              ))}
            </tbody>
          </table>
        </SideScroll>
      )}
    </Card>
  );
}
