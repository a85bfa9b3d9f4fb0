import type { ProductSheet } from '@upholder/core/catalogue';
import {
  afterPours,
  type ComponentRole,
  DROP_ML,
  fromTin,
  type MixRecord,
  pouredOf,
  poursFor,
  type Remaining,
  type ScaleReading,
  shouldStop,
  stickDepthMm,
} from '@upholder/core/mixing';
import { parseDecimal } from '@upholder/core/units';
import { useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { read, show, understood } from '../../base/voice.ts';
import { SimulatedScale } from '../../devices/simulatedScale.ts';
import { Button, Field, Notice, TextInput } from '../../parts/controls.tsx';
import { AllIn } from './AllIn.tsx';
import { Volume, volumeWords, Weight } from './Amount.tsx';

const VERBS: Record<ComponentRole, string> = {
  paint: 'Pour',
  hardener: 'Then the hardener',
  thinner: 'Then the thinner',
  conditioner: 'Then the conditioner',
  accelerator: 'Then the accelerator',
};
/** What the simulated pour lets flow, in grams a second. */
const FLOW_GS: Record<ComponentRole, number> = {
  paint: 60,
  hardener: 25,
  thinner: 15,
  conditioner: 15,
  accelerator: 1,
};

/** A pour counts as done when no more than this is missing, in mL: what clings to the measure. */
const isMissing = ({ role, addMl, ml }: Remaining) =>
  addMl > (role === 'accelerator' ? DROP_ML / 2 : Math.max(1, ml * 0.004));

/** What is to be added as it comes out of its tin: paint that holds thinner already is more of it, and lighter. */
interface Pouring {
  role: ComponentRole;
  ml: number;
  g: number;
}

/** The scale, live, with a bar that fills and a word that says stop before the hand can be late. */
function ScaleBar({
  pouring,
  startG,
  onPoured,
}: {
  pouring: Pouring;
  /** What stood in the mix before this pour. */
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
  const target = startG + pouring.g;
  const share = Math.max(0, Math.min(1, (reading.grams - startG) / pouring.g));
  const isStop = shouldStop(reading.grams, flow, target);
  return (
    <div>
      <div className="flex items-baseline justify-between">
        <p className="text-arm leading-tight">
          <Weight g={reading.grams} />
          <span className="text-quiet"> of </span>
          <Weight g={target} />
        </p>
        <p className={`text-arm leading-tight ${isStop ? 'font-bold text-stop' : 'text-quiet'}`}>
          {isStop ? 'Stop' : reading.isStable ? 'steady' : ''}
        </p>
      </div>
      <div className="mt-1 h-12 border-2 border-ink" aria-hidden="true">
        <div className={`h-full ${isStop ? 'bg-stop' : 'bg-act'}`} style={{ width: `${share * 100}%` }} />
      </div>
      <div className="mt-3 flex flex-wrap gap-3">
        <Button
          posture="floor"
          onPointerDown={() => scale.pour(FLOW_GS[pouring.role])}
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
            onPoured(((reading.grams - startG) * pouring.ml) / pouring.g);
          }}
        >
          It is in
        </Button>
      </div>
    </div>
  );
}

/** What belongs into the mix: what is in, what is next, what is to come. */
function Components({ remaining, open }: { remaining: readonly Remaining[]; open: readonly Remaining[] }) {
  const next = open[0];
  return (
    <ol className="mt-2 flex flex-wrap gap-3">
      {remaining.map((component) => {
        const isDone = !open.includes(component);
        return (
          <li
            key={component.role}
            className={`min-w-44 flex-1 border-l-[8px] px-4 py-2 ${component === next ? 'border-act bg-act-wash' : isDone ? 'border-ink bg-raised' : 'border-line bg-raised'}`}
          >
            <p className="text-lead leading-tight">{component.name}</p>
            <p className="text-arm leading-tight">
              <Volume ml={component.ml} role={component.role} />
            </p>
            <p className="text-arm text-quiet leading-tight">
              <Weight g={component.cumulativeG} />
            </p>
            <p className="text-quiet">{isDone ? 'is in' : 'on the scale, not tared'}</p>
          </li>
        );
      })}
    </ol>
  );
}

/** The pour that is next, large; the ones done and to come beside it. */
export function PourPanel({
  mix,
  sheet,
  now,
  onChange,
}: {
  mix: MixRecord;
  sheet: ProductSheet;
  now: Date;
  /** True once it is safe. */
  onChange(mix: MixRecord): Promise<boolean>;
}) {
  const planned = poursFor(mix.paintMl, sheet, mix.recipe);
  const { remaining, factor } = afterPours(planned, pouredOf(mix));
  const open = remaining.filter(isMissing);
  const next = open[0];
  const pouring: Pouring | null = next
    ? {
        role: next.role,
        ...(next.role === 'paint'
          ? fromTin(next.addMl, mix.tinFraction, sheet)
          : { ml: next.addMl, g: next.addG }),
      }
    : null;
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  const startG = remaining.reduce((sum, { pouredMl, ml, g }) => sum + (pouredMl * g) / ml, 0);
  /** How many pours the mix showed at the press that is being kept. */
  const keeping = useRef<number | null>(null);
  async function pour(role: ComponentRole, ml: number): Promise<void> {
    // A second press before the first one shows is the same pour; once it shows, it is the next one.
    const shown = mix.pours.length;
    if (keeping.current === shown) return;
    keeping.current = shown;
    const isSafe = await onChange({
      ...mix,
      pours: [...mix.pours, { id: uuid(), role, ml: Math.round(ml * 100) / 100, at: now.toISOString() }],
    });
    if (keeping.current === shown) keeping.current = null;
    if (!isSafe) return;
    setText('');
    setProblem(undefined);
  }
  /** Counted where a component goes by the drop, else a volume. */
  function readPour({ role, ml }: Pouring) {
    if (text.trim() === '') return { ok: true as const, value: ml };
    if (role !== 'accelerator') return read('volume', text);
    const drops = parseDecimal(text, {
      what: 'a number of drops',
      example: '12',
      suffixes: ['drops', 'drop'],
    });
    return drops.ok ? { ok: true as const, value: drops.value * DROP_ML } : drops;
  }
  function poured(what: Pouring): void {
    const typed = readPour(what);
    if (typed.ok && typed.value > 0) void pour(what.role, typed.value);
    else setProblem(typed.ok ? 'A pour must be more than 0.' : typed.message);
  }
  return (
    <section aria-label="Pours" className="bg-sheet p-5">
      {factor > 1.004 && (
        <Notice kind="act">
          Overpoured: the mix grows by {((factor - 1) * 100).toFixed(1)} %, to keep the ratio right.
        </Notice>
      )}
      <Components remaining={remaining} open={open} />
      {next && pouring ? (
        <div className="mt-4">
          <p className="text-head">
            {next.pouredMl > 0 ? `Add to the ${next.role}` : VERBS[next.role]}: {next.name}
          </p>
          <p className="text-far leading-none">
            <Volume ml={pouring.ml} role={next.role} />
            {mix.way === 'stick' && mix.pailMm !== null && (
              <span className="ml-5 text-arm text-quiet">
                up to{' '}
                <span className="quantity">
                  {show(
                    'length',
                    Math.round(
                      stickDepthMm(
                        remaining.reduce((sum, { pouredMl }) => sum + pouredMl, 0) + pouring.ml,
                        mix.pailMm,
                      ),
                    ),
                  )}
                </span>{' '}
                on the stick
              </span>
            )}
          </p>
          {mix.way === 'weight' && next.role !== 'accelerator' ? (
            <div className="mt-3">
              <ScaleBar
                key={`${next.role} ${mix.pours.length}`}
                pouring={pouring}
                startG={startG}
                onPoured={(ml) => void pour(next.role, ml)}
              />
            </div>
          ) : (
            <div className="mt-4 flex flex-wrap items-end gap-3">
              <Field
                label="Actual amount, if different"
                error={problem}
                hint={next.role !== 'accelerator' && understood('volume', text)}
                className="w-72"
              >
                {(ids) => (
                  <TextInput
                    {...ids}
                    className="min-h-14 text-arm"
                    placeholder={volumeWords(pouring.ml, next.role)}
                    value={text}
                    onChange={({ target }) => setText(target.value)}
                    onKeyDown={({ key }) => key === 'Enter' && poured(pouring)}
                  />
                )}
              </Field>
              <Button kind="act" posture="floor" onClick={() => poured(pouring)}>
                It is in
              </Button>
            </div>
          )}
        </div>
      ) : (
        <div className="mt-4">
          <AllIn mix={mix} now={now} onChange={onChange} />
        </div>
      )}
    </section>
  );
}
