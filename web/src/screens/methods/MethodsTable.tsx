import {
  type Aspect,
  aspectsChanged,
  type MethodEffects,
  type MethodFigures,
} from '@upholder/core/estimating';
import {
  choiceWords,
  METHOD_IDS,
  METHODS,
  type MethodChoices,
  type MethodId,
  type Methods,
} from '@upholder/core/systems';
import { useState } from 'react';
import { money } from '../../base/voice.ts';
import { ChoiceRow } from '../../parts/ChoiceRow.tsx';
import { Button, TextArea } from '../../parts/controls.tsx';

/** What is otherwise though it takes no more and no less. */
const ASPECT_WORDS: Record<Aspect, string> = {
  grit: 'other grits',
  film: 'other films',
  applicator: 'another applicator',
  supply: 'other supplies',
  order: 'another order',
  hanging: 'other handling',
  wait: 'other waits',
};

/** What a way changes against what is done now, in words; empty when nothing. */
function effectWords(now: MethodFigures, then: MethodFigures): string[] {
  const signed = (amount: number, words: (size: number) => string) =>
    amount === 0 ? [] : [`${amount > 0 ? '+' : '−'}${words(Math.abs(amount))}`];
  const hours = Math.round((then.hours - now.hours) * 10) / 10;
  const steps = then.steps - now.steps;
  const material = Math.round((then.material - now.material) / 100) * 100;
  return [
    ...signed(then.days - now.days, (size) => `${size} ${size === 1 ? 'day' : 'days'}`),
    ...signed(hours, (size) => `${size.toFixed(1)} h`),
    ...signed(steps, (size) => `${size} ${size === 1 ? 'step' : 'steps'}`),
    ...signed(material, (size) => money(size)),
    ...(steps === 0 ? aspectsChanged(now, then).map((aspect) => ASPECT_WORDS[aspect]) : []),
  ];
}

interface TableProps {
  /** What is done otherwise at this level. */
  own: MethodChoices;
  /** The level below, which counts where this one says nothing. */
  below: Methods;
  belowName: string;
  effects: MethodEffects | null;
  isBusy: boolean;
  onChange(own: MethodChoices): void;
}

function Reason({ id, own, onChange }: { id: MethodId } & Pick<TableProps, 'own' | 'onChange'>) {
  const [text, setText] = useState(own.reasons[id] ?? '');
  const save = () => {
    if (text.trim() !== (own.reasons[id] ?? ''))
      onChange({ ...own, reasons: { ...own.reasons, [id]: text.trim() } });
  };
  return (
    <TextArea
      aria-label={`Why, for ${METHODS[id].ask}`}
      placeholder="Why here"
      rows={3}
      maxLength={300}
      value={text}
      onChange={({ target }) => setText(target.value)}
      onBlur={save}
    />
  );
}

/** What a way would change; null while that is not worked out. */
function changesOf(effects: MethodEffects | null, figures: MethodFigures | undefined): string[] | null {
  if (!effects) return null;
  return figures ? effectWords(effects.now, figures) : [];
}

/** One way: what it is, what speaks for it, and what it would change. */
function ChoiceWords({ label, why, changes }: { label: string; why: string; changes: string[] | null }) {
  return (
    <>
      <span className="font-semibold">{label}</span>
      <span className="text-small text-quiet">{why}</span>
      {changes && (
        <span className="mt-auto pt-1 text-small">
          {changes.length === 0 ? (
            <span className="text-quiet">changes nothing here</span>
          ) : (
            <span className="quantity !whitespace-normal">{changes.join(' · ')}</span>
          )}
        </span>
      )}
    </>
  );
}

/** The questions on which refinishers disagree: the ways of each, what speaks for them, and what they would change. */
export function MethodsTable({ own, below, belowName, effects, isBusy, onChange }: TableProps) {
  const now = { ...below, ...own.choices };
  function choose(id: MethodId, way: string): void {
    const choices = { ...own.choices, [id]: way };
    if (way === below[id]) delete choices[id];
    const reasons = { ...own.reasons };
    if (way === below[id]) delete reasons[id];
    onChange({ choices, reasons });
  }
  return (
    <ol aria-label="Shop methods" className="bg-sheet">
      {METHOD_IDS.map((id) => {
        const { ask, choices } = METHODS[id];
        const isOwn = own.choices[id] !== undefined;
        return (
          <li
            key={id}
            className="grid grid-cols-[13rem_minmax(0,1fr)] gap-x-5 gap-y-2 max-md:grid-cols-1 border-line border-b px-4 py-3 last:border-b-0"
          >
            <div>
              <h2 id={`way-${id}`}>{ask}</h2>
              <p className="mt-0.5 text-small text-quiet leading-snug">
                {isOwn ? `${belowName}: ${choiceWords(id, below[id])}` : `As ${belowName.toLowerCase()}`}
              </p>
              {isOwn && (
                <div className="mt-1.5 flex flex-col items-start gap-1.5">
                  <Reason key={own.reasons[id] ?? ''} id={id} own={own} onChange={onChange} />
                  <Button
                    kind="quiet"
                    className="!px-1"
                    disabled={isBusy}
                    onClick={() => choose(id, below[id])}
                  >
                    Back to {belowName.toLowerCase()}
                  </Button>
                </div>
              )}
            </div>
            <ChoiceRow
              labelledBy={`way-${id}`}
              className="grid auto-cols-fr grid-flow-col items-stretch gap-2 max-md:grid-flow-row max-md:grid-cols-1"
              isDisabled={isBusy}
              value={now[id]}
              onChoose={(way) => choose(id, way)}
              choiceClass={(isChosen) =>
                `flex min-h-14 flex-col items-start border-l-[6px] px-3 py-1.5 text-left leading-snug ${isChosen ? 'border-act bg-act-wash' : 'border-line bg-raised hover:border-ink'}`
              }
              choices={choices.map((way) => ({
                value: way.id,
                words: (
                  <ChoiceWords
                    label={way.label}
                    why={way.why}
                    changes={now[id] === way.id ? null : changesOf(effects, effects?.choices[id][way.id])}
                  />
                ),
              }))}
            />
          </li>
        );
      })}
    </ol>
  );
}

/** What the ways in force come to. */
export function MethodsTotal({ effects, of }: { effects: MethodEffects | null; of: string }) {
  if (!effects)
    return (
      <p className="text-quiet">
        The effect of each method shows here once it is worked out, for zones that have a system.
      </p>
    );
  const { steps, hours, material } = effects.now;
  return (
    <p className="text-quiet">
      {of}: <span className="quantity text-ink">{Math.round(hours)} hours</span>,{' '}
      <span className="quantity text-ink">{steps} steps</span>,{' '}
      <span className="quantity text-ink">{money(material)}</span> of coatings. Days added or saved count work
      and drying only, as if all pieces went in one load; the plan under Days counts places, people and other
      jobs.
    </p>
  );
}
