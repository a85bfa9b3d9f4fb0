import { type Loop, loopEdits, loopsOf, roundsEdits, unloopEdits } from '@upholder/core/rules';
import type { StepDraft } from '@upholder/core/systems';
import { RotateCw } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { Button, Field, Select } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import type { StepsEditor } from './stepsEditor.ts';

const ROUNDS = [1, 2, 3, 4, 5, 6, 7, 8, 9];

function Rounds({
  label,
  value,
  from,
  onChoose,
}: {
  label: string;
  value: number;
  from: number;
  onChoose(rounds: number): void;
}) {
  return (
    <Field label={label} className="w-36">
      {(ids) => (
        <Select {...ids} value={value} onChange={({ target }) => onChoose(Number(target.value))}>
          {ROUNDS.filter((round) => round >= from).map((round) => (
            <option key={round}>{round}</option>
          ))}
        </Select>
      )}
    </Field>
  );
}

/** Both numbers of a loop; whoever expects more rounds than it may have allows as many. */
function BothRounds({
  rounds,
  most,
  onChange,
}: Pick<Loop, 'rounds' | 'most'> & { onChange(wanted: Pick<Loop, 'rounds' | 'most'>): void }) {
  return (
    <>
      <Rounds
        label="Rounds expected"
        value={rounds}
        from={1}
        onChoose={(wanted) => onChange({ rounds: wanted, most: Math.max(most, wanted) })}
      />
      <Rounds
        label="At most"
        value={most}
        from={rounds}
        onChoose={(wanted) => onChange({ rounds, most: wanted })}
      />
    </>
  );
}

/** Chooses up to which step a loop goes, and how many rounds of it are expected. */
function LoopDialog({ step, steps, editor, onClose }: LoopProps & { onClose(): void }) {
  const at = steps.findIndex(({ key }) => key === step.key);
  const end = steps.findIndex(({ repeat }, index) => index > at && repeat !== null);
  const later = steps.slice(at, end === -1 ? undefined : end);
  const [to, setTo] = useState(later[Math.min(2, later.length - 1)]?.key ?? step.key);
  const [wanted, setWanted] = useState({ rounds: 2, most: 4 });
  return (
    <Modal
      isOpen
      onClose={onClose}
      title="Repeat until approved"
      note="The plan counts on the rounds expected. On the floor “Enough” ends it sooner, and another round is one click."
    >
      <div className="flex flex-wrap items-end gap-3">
        <Field label={`From “${step.name}” through`} className="min-w-64 flex-1">
          {(ids) => (
            <Select {...ids} value={to} onChange={({ target }) => setTo(target.value)}>
              {later.map(({ key, name }, index) => (
                <option key={key} value={key}>
                  {at + index + 1} {name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <BothRounds {...wanted} onChange={setWanted} />
        <Button
          kind="act"
          onClick={() => {
            editor.edit('the loop', loopEdits(steps, { from: step.key, to }, wanted));
            onClose();
          }}
        >
          Make the loop
        </Button>
      </div>
    </Modal>
  );
}

interface LoopProps {
  step: StepDraft;
  steps: readonly StepDraft[];
  editor: StepsEditor;
}

/** Makes a loop that begins with a step. */
export function LoopButton(props: LoopProps) {
  const [isOpen, setOpen] = useState(false);
  if (props.step.repeat) return null;
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <RotateCw size={16} aria-hidden="true" /> Repeat until approved
      </Button>
      {isOpen && <LoopDialog {...props} onClose={() => setOpen(false)} />}
    </>
  );
}

/** The rounds of the loop that a step is in. */
export function LoopFields({ step, steps, editor }: LoopProps) {
  const loop = loopsOf(steps).find(({ group }) => group === step.repeat?.group);
  if (!loop) return null;
  return (
    <div className="mt-3 flex flex-wrap items-end gap-3 border-line border-l-[6px] pl-3">
      <BothRounds
        {...loop}
        onChange={(wanted) => editor.edit('rounds of the loop', roundsEdits(steps, loop.group, wanted))}
      />
      <Button onClick={() => editor.edit('the loop', unloopEdits(steps, loop.group))}>
        One round, no loop
      </Button>
    </div>
  );
}

/** What stands above the first step of a round; null above every other step. */
export function loopHead(step: StepDraft, steps: readonly StepDraft[]): ReactNode {
  const { repeat } = step;
  if (!repeat) return null;
  const before = steps[steps.findIndex(({ key }) => key === step.key) - 1]?.repeat;
  if (before?.group === repeat.group && before.number === repeat.number) return null;
  const loop = loopsOf(steps).find(({ group }) => group === repeat.group);
  if (!loop) return null;
  return (
    <p className="border-line border-b px-3 py-1 pl-[3.7rem] text-small">
      <span className="font-semibold">
        Round {repeat.number} of {loop.rounds}
      </span>
      <span className="text-quiet">
        {repeat.number === 1 ? `, until approved, at most ${loop.most}` : `, skipped once it is approved`}
      </span>
    </p>
  );
}
