import type { OpeningRow } from '@upholder/core/api';
import { type Hardware, HINGE_PLANS, PULL_PLANS } from '@upholder/core/elevation';
import type { Piece } from '@upholder/core/pieces';
import { regional } from '@upholder/core/said';
import { parseDecimal } from '@upholder/core/units';
import { useState } from 'react';
import { bare, read, unit } from '../../base/voice.ts';
import { Select, TextInput } from '../../parts/controls.tsx';

export const HINGE_WORDS = { off: 'remove', masked: 'mask in place', renewed: 'replace' } as const;

export const PULL_WORDS = { reuse: 'kept', replace: 'replaced', none: 'none' } as const;

/** What was typed for a number of things, or for a length; nothing is 0. */
function readCell(text: string, value: number, isLength: boolean) {
  if (text.trim() === '') return { ok: true as const, value: 0 };
  if (isLength) return read('length', text, value);
  return parseDecimal(text, {
    what: 'the count',
    example: '2',
    min: 0,
    max: 999,
    isWhole: true,
    suffixes: ['pcs', 'x'],
  });
}

function CountCell({
  value,
  label,
  isLength = false,
  onCommit,
}: {
  value: number;
  label: string;
  isLength?: boolean;
  onCommit(value: number): void;
}) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | undefined>();
  return (
    <TextInput
      aria-label={label}
      inputMode="numeric"
      className="text-right"
      aria-invalid={problem !== undefined}
      title={problem}
      value={text ?? (value === 0 ? '' : isLength ? bare('length', value) : String(value))}
      placeholder="–"
      onChange={({ target }) => setText(target.value)}
      onBlur={() => {
        if (text === null) return;
        const typed = readCell(text, value, isLength);
        setProblem(typed.ok ? undefined : typed.message);
        if (!typed.ok) return;
        if (typed.value !== value) onCommit(typed.value);
        setText(null);
      }}
    />
  );
}

function TextCell({
  value,
  label,
  onCommit,
}: {
  value: string;
  label: string;
  onCommit(value: string): void;
}) {
  const [text, setText] = useState<string | null>(null);
  return (
    <TextInput
      aria-label={label}
      value={text ?? value}
      onChange={({ target }) => setText(target.value)}
      onBlur={() => {
        if (text !== null && text.trim() !== value) onCommit(text.trim());
        setText(null);
      }}
    />
  );
}

/** The bag of one opening: what is in it, and whether it is packed or back in. */
export function BagRow({
  opening,
  members,
  whenWords,
  now,
  onChange,
}: {
  opening: OpeningRow;
  members: readonly Piece[];
  whenWords(at: string | null): string;
  now: number;
  onChange(opening: OpeningRow): void;
}) {
  const stamp = new Date(now * 60_000).toISOString();
  const { hardware, tag } = opening;
  const set = (part: Partial<Hardware>) => onChange({ ...opening, hardware: { ...hardware, ...part } });
  return (
    <tr className="border-line border-t">
      <th scope="row" className="px-2">
        <span className="tape text-note">{tag}</span>
      </th>
      <td className="px-2 text-note text-quiet">{members.map((piece) => piece.tag).join(', ')}</td>
      <td className="px-1">
        <CountCell
          label={`Hinges of ${tag}`}
          value={hardware.hinges}
          onCommit={(hinges) => set({ hinges })}
        />
      </td>
      <td className="px-1">
        <Select
          aria-label={`Hinges of ${tag}`}
          value={hardware.hingePlan}
          onChange={({ target }) => set({ hingePlan: target.value as Hardware['hingePlan'] })}
        >
          {HINGE_PLANS.map((plan) => (
            <option key={plan} value={plan}>
              {HINGE_WORDS[plan]}
            </option>
          ))}
        </Select>
      </td>
      <td className="px-1">
        <CountCell label={`Handles of ${tag}`} value={hardware.pulls} onCommit={(pulls) => set({ pulls })} />
      </td>
      <td className="px-1">
        <Select
          aria-label={`Handles of ${tag}`}
          value={hardware.pullPlan}
          onChange={({ target }) => set({ pullPlan: target.value as Hardware['pullPlan'] })}
        >
          {PULL_PLANS.map((plan) => (
            <option key={plan} value={plan}>
              {PULL_WORDS[plan]}
            </option>
          ))}
        </Select>
      </td>
      <td className="px-1">
        <CountCell
          label={`${regional('Hole centres of')} ${tag}, ${unit('length')}`}
          value={hardware.holeCentresMm ?? 0}
          isLength
          onCommit={(holeCentresMm) => set({ holeCentresMm: holeCentresMm === 0 ? null : holeCentresMm })}
        />
      </td>
      <td className="px-1">
        <TextCell label={`Finish of ${tag}`} value={hardware.finish} onCommit={(finish) => set({ finish })} />
      </td>
      <td className="px-1">
        <TextCell label={`Screws of ${tag}`} value={hardware.screws} onCommit={(screws) => set({ screws })} />
      </td>
      <td className="px-1">
        <CountCell
          label={`To order for ${tag}`}
          value={hardware.toOrder}
          onCommit={(toOrder) => set({ toOrder })}
        />
      </td>
      {(['baggedAt', 'returnedAt'] as const).map((key) => (
        <td key={key} className="px-2">
          <label className="flex press-h-11 items-center gap-1.5">
            <input
              type="checkbox"
              className="size-6 accent-(--act)"
              aria-label={`${tag} ${key === 'baggedAt' ? 'packed' : 'back in'}`}
              checked={opening[key] !== null}
              onChange={({ target }) => onChange({ ...opening, [key]: target.checked ? stamp : null })}
            />
            <span className="quantity text-small text-quiet">{whenWords(opening[key])}</span>
          </label>
        </td>
      ))}
    </tr>
  );
}
