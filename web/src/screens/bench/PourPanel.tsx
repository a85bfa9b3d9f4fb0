import { isSprayed, type ProductSheet } from '@upholder/core/catalogue';
import {
  afterPours,
  type ComponentRole,
  type PotRecord,
  pouredOf,
  poursFor,
  type Remaining,
  type ScaleReading,
  shouldStop,
  stickDepthMm,
  strainerUm,
} from '@upholder/core/mixing';
import { formatOunces, parseVolumeMl } from '@upholder/core/units';
import { useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { SimulatedScale } from '../../devices/simulatedScale.ts';
import { Button, Field, Notice, TextInput } from '../../parts/controls.tsx';

const VERBS: Record<ComponentRole, string> = {
  paint: 'Pour',
  hardener: 'Then the hardener',
  thinner: 'Then the thinner',
  conditioner: 'Then the conditioner',
};
/** What the simulated pour lets flow, in grams a second. */
const FLOW_GS: Record<ComponentRole, number> = { paint: 60, hardener: 25, thinner: 15, conditioner: 15 };

const figure = (ml: number) => (ml >= 100 ? Math.round(ml) : Math.round(ml * 10) / 10);

/** The scale, live, with a bar that fills and a word that says stop before the hand can be late. */
function ScaleBar({
  component,
  startG,
  onPoured,
}: {
  component: Remaining;
  /** What stood in the pot before this pour. */
  startG: number;
  onPoured(ml: number): void;
}) {
  const scale = useMemo(() => new SimulatedScale(), []);
  const [reading, setReading] = useState<ScaleReading>({ grams: startG, isStable: false });
  const [flow, setFlow] = useState(0);
  const last = useRef({ grams: startG, at: 0 });
  useEffect(() => {
    scale.place(startG);
    return scale.listen((now) => {
      const at = performance.now();
      const seconds = (at - last.current.at) / 1000;
      if (seconds > 0.25) {
        setFlow((now.grams - last.current.grams) / seconds);
        last.current = { grams: now.grams, at };
      }
      setReading(now);
    });
  }, [scale, startG]);
  const target = startG + component.addG;
  const share = Math.max(0, Math.min(1, (reading.grams - startG) / component.addG));
  const isStop = shouldStop(reading.grams, flow, target);
  return (
    <div>
      <div className="flex items-baseline justify-between">
        <p className="text-[2.2rem] leading-tight">
          <span className="quantity">{reading.grams.toFixed(0)} g</span>
          <span className="text-quiet"> of </span>
          <span className="quantity">{target.toFixed(0)} g</span>
        </p>
        <p className={`text-[2.2rem] leading-tight ${isStop ? 'font-bold text-stop' : 'text-quiet'}`}>
          {isStop ? 'Stop' : reading.isStable ? 'steady' : ''}
        </p>
      </div>
      <div className="mt-1 h-12 border-2 border-ink" aria-hidden="true">
        <div className={`h-full ${isStop ? 'bg-stop' : 'bg-act'}`} style={{ width: `${share * 100}%` }} />
      </div>
      <div className="mt-3 flex flex-wrap gap-3">
        <Button
          posture="floor"
          onPointerDown={() => scale.pour(FLOW_GS[component.role])}
          onPointerUp={() => scale.pour(0)}
          onPointerLeave={() => scale.pour(0)}
        >
          Hold to pour (simulated scale)
        </Button>
        <Button
          kind="act"
          posture="floor"
          disabled={reading.grams - startG < 1}
          onClick={() => {
            scale.pour(0);
            onPoured(((reading.grams - startG) * component.ml) / component.g);
          }}
        >
          It is in
        </Button>
      </div>
    </div>
  );
}

/** The pour that is next, large; the ones done and to come beside it. */
export function PourPanel({
  pot,
  sheet,
  now,
  onChange,
}: {
  pot: PotRecord;
  sheet: ProductSheet;
  now: Date;
  onChange(pot: PotRecord): void;
}) {
  const planned = poursFor(pot.paintMl, sheet, pot.recipe);
  const { remaining, factor } = afterPours(planned, pouredOf(pot));
  const open = remaining.filter(({ addMl, ml }) => addMl > Math.max(1, ml * 0.004));
  const next = open[0];
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  const startG = remaining.reduce((sum, { pouredMl, ml, g }) => sum + (pouredMl * g) / ml, 0);
  function pour(role: ComponentRole, ml: number): void {
    onChange({
      ...pot,
      pours: [...pot.pours, { id: uuid(), role, ml: Math.round(ml * 10) / 10, at: now.toISOString() }],
    });
    setText('');
    setProblem(undefined);
  }
  function poured(component: Remaining): void {
    const read = text.trim() === '' ? { ok: true as const, value: component.addMl } : parseVolumeMl(text);
    if (read.ok && read.value > 0) pour(component.role, read.value);
    else setProblem(read.ok ? 'A pour is above 0.' : read.message);
  }
  return (
    <section aria-label="Pours" className="bg-sheet p-5">
      {factor > 1.004 && (
        <Notice kind="act">
          Poured too much: the pot grows by {((factor - 1) * 100).toFixed(1)} %, so that the mix stays what it
          was meant to be.
        </Notice>
      )}
      <ol className="mt-2 flex flex-wrap gap-3">
        {remaining.map((component) => {
          const isDone = !open.includes(component);
          return (
            <li
              key={component.role}
              className={`min-w-44 flex-1 border-l-[8px] px-4 py-2 ${component === next ? 'border-act bg-act-wash' : isDone ? 'border-ink bg-raised' : 'border-line bg-raised'}`}
            >
              <p className="text-lg leading-tight">{component.name}</p>
              <p className="text-[2.2rem] leading-tight">
                <span className="quantity">{figure(component.ml)} mL</span>
              </p>
              <p className="text-[2.2rem] text-quiet leading-tight">
                <span className="quantity">{Math.round(component.cumulativeG)} g</span>
              </p>
              <p className="text-quiet">{isDone ? 'is in' : 'on the scale, not tared'}</p>
            </li>
          );
        })}
      </ol>
      {next ? (
        <div className="mt-4">
          <p className="text-2xl">
            {next.pouredMl > 0 ? `Add to the ${next.role}` : VERBS[next.role]}: {next.name}
          </p>
          <p className="text-[4.2rem] leading-none">
            <span className="quantity">{figure(next.addMl)} mL</span>
            <span className="ml-5 text-[2.2rem] text-quiet">
              <span className="quantity">{formatOunces(next.addMl)}</span>
            </span>
            {pot.way === 'stick' && pot.pailMm !== null && (
              <span className="ml-5 text-[2.4rem] text-quiet">
                up to{' '}
                <span className="quantity">
                  {stickDepthMm(
                    remaining.reduce((sum, { pouredMl }) => sum + pouredMl, 0) + next.addMl,
                    pot.pailMm,
                  ).toFixed(0)}{' '}
                  mm
                </span>{' '}
                on the stick
              </span>
            )}
          </p>
          {pot.way === 'weight' ? (
            <div className="mt-3">
              <ScaleBar
                key={`${next.role} ${pot.pours.length}`}
                component={next}
                startG={startG}
                onPoured={(ml) => pour(next.role, ml)}
              />
            </div>
          ) : (
            <div className="mt-4 flex flex-wrap items-end gap-3">
              <Field label="Really poured, if other" error={problem} className="w-72">
                {(ids) => (
                  <TextInput
                    {...ids}
                    className="min-h-14 text-[2.2rem]"
                    placeholder={`${figure(next.addMl)} mL`}
                    value={text}
                    onChange={({ target }) => setText(target.value)}
                    onKeyDown={({ key }) => key === 'Enter' && poured(next)}
                  />
                )}
              </Field>
              <Button kind="act" posture="floor" onClick={() => poured(next)}>
                It is in
              </Button>
            </div>
          )}
        </div>
      ) : (
        <div className="mt-4">
          <p className="text-2xl">All in. Stir, do not shake.</p>
          <p className="text-lg text-quiet">
            {isSprayed(pot.applicator)
              ? `Strain every pour: at most ${strainerUm(pot.applicator === 'airless' ? 254 : 1500)} µm for ${pot.applicator === 'airless' ? 'a 0.010 inch tip' : 'a 1.5 mm needle'}, finer for the last coat.`
              : 'Strain what has stood, and every tin that was open before.'}
          </p>
        </div>
      )}
    </section>
  );
}
