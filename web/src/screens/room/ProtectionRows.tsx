import {
  type LearnedMinutes,
  PROTECTION_TRAITS,
  PROTECTIONS,
  protectionMinutes,
  type Room,
} from '@upholder/core/jobs';
import { formatDuration } from '@upholder/core/units';
import { TextInput } from '../../parts/controls.tsx';
import type { DraftForm } from '../../parts/useDraftForm.ts';
import { UNIT_WORDS } from './roomDraft.ts';

/** One line for each kind of protection: whether it is done, how much of it, and how long one takes. */
export function ProtectionRows({
  form,
  soFar,
  learned,
}: {
  form: DraftForm;
  soFar: Room;
  /** What this shop has timed. */
  learned: readonly LearnedMinutes[];
}) {
  const minutesOf = new Map(soFar.tasks.map((task) => [task.kind, protectionMinutes(task)]));
  const cell = (name: string, label: string, placeholder = '') => (
    <>
      <TextInput
        aria-label={label}
        aria-invalid={form.errors[name] !== undefined}
        placeholder={placeholder}
        value={form.text(name)}
        onChange={({ target }) => form.write(name, target.value)}
        onBlur={form.check}
      />
      {form.errors[name] && (
        <p role="alert" className="font-semibold text-small text-stop">
          {form.errors[name]}
        </p>
      )}
    </>
  );
  return (
    <ul className="mt-2 divide-y divide-line">
      {PROTECTIONS.map((kind) => {
        const { words, unit, minutes } = PROTECTION_TRAITS[kind];
        const own = learned.find((one) => one.kind === kind);
        const isOn = form.draft[`on.${kind}`] === true;
        return (
          <li
            key={kind}
            className="grid press-h-12 grid-cols-[minmax(12rem,1fr)_6rem_2.5rem_7rem_4.5rem_5.5rem] items-center gap-2 py-1 max-md:grid-cols-[1fr_5rem_2.5rem] max-md:gap-y-1"
          >
            <label className="flex press-h-9 items-center gap-2.5 max-md:col-span-3">
              <input
                type="checkbox"
                className="size-5 shrink-0 accent-[var(--act)]"
                checked={isOn}
                onChange={({ target }) => form.write(`on.${kind}`, target.checked)}
              />
              <span>{words}</span>
            </label>
            {isOn && (
              <>
                <div>{cell(`amount.${kind}`, `${words}: amount`)}</div>
                <span className="text-quiet">{UNIT_WORDS[unit]}</span>
                <div className="flex items-center gap-1.5">
                  {cell(`each.${kind}`, `${words}: minutes for one`, String(minutes))}
                </div>
                <span className="text-quiet text-small">
                  min {unit === 'each' ? 'each' : `per ${UNIT_WORDS[unit]}`}
                </span>
                <span className="quantity text-right">{formatDuration(minutesOf.get(kind) ?? 0)}</span>
                {own && (
                  <p className="col-span-5 col-start-2 text-quiet text-small max-md:col-start-1 max-md:col-span-3">
                    This shop: {own.minutesEach} min, timed {own.times === 1 ? 'once' : `${own.times} times`}
                    {' (usual '}
                    {minutes} min)
                  </p>
                )}
                {kind === 'wall' && (
                  <div className="col-start-2 flex items-center gap-2 max-md:col-start-1">
                    {cell('doors', 'Zip doors in the plastic wall')}
                    <span className="whitespace-nowrap text-quiet text-small">zip doors</span>
                  </div>
                )}
              </>
            )}
          </li>
        );
      })}
    </ul>
  );
}
