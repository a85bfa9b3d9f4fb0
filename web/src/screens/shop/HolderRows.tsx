import { HOLDER_AREA_WORDS, HOLDER_AREAS, type Holder, SUPPORT_WORDS, SUPPORTS } from '@upholder/core/shop';
import type { ReactNode } from 'react';
import { Button, Field, Select, TextInput } from '../../parts/controls.tsx';
import type { HolderDraft } from './placeDraft.ts';

const KINDS: Record<Holder['kind'], string> = { rail: 'rail', rack: 'rack', posts: 'trestles' };

interface RowsProps {
  rows: readonly HolderDraft[];
  errors: Readonly<Record<string, string>>;
  onRows(rows: HolderDraft[]): void;
  onAdd(): void;
}

/** Rails and racks of a place, one to a line. */
export function HolderRows({ rows, errors, onRows, onAdd }: RowsProps) {
  return (
    <div className="mt-4 flex flex-col gap-3">
      {rows.map((row, index) => {
        const put = (part: Partial<HolderDraft>) =>
          onRows(rows.map((one, at) => (at === index ? { ...one, ...part } : one)));
        const said = (name: keyof HolderDraft) => {
          const error = errors[`holders.${index}.${name}`];
          return error ? { error } : {};
        };
        const text = (name: 'name' | 'length' | 'slots' | 'slotLength', label: string) => (
          <Field label={label} {...said(name)}>
            {(ids) => (
              <TextInput
                {...ids}
                value={row[name]}
                onChange={({ target }) => put({ [name]: target.value })}
              />
            )}
          </Field>
        );
        return (
          <fieldset
            key={row.id}
            aria-label={row.name || 'New rack or rail'}
            className="grid grid-cols-[7.5rem_minmax(7rem,1.4fr)_repeat(4,minmax(5.5rem,1fr))_auto] items-start max-lg:grid-cols-3 max-sm:grid-cols-2 gap-2 border-line border-t pt-3 max-md:grid-cols-2"
          >
            {choice('Kind', row.kind, KINDS, (kind) => put({ kind: kind as Holder['kind'] }))}
            {text('name', 'Name')}
            {row.kind === 'rail'
              ? text('length', 'Length')
              : text('slots', row.kind === 'rack' ? 'Slots' : 'How many')}
            {row.kind === 'rack' ? text('slotLength', 'Slot length') : <span />}
            {choice(
              'Kept for',
              row.area,
              Object.fromEntries(HOLDER_AREAS.map((area) => [area, HOLDER_AREA_WORDS[area]])),
              (area) => put({ area: area as Holder['area'] }),
            )}
            {row.kind === 'rack' ? (
              choice(
                'Pieces lie',
                row.support,
                Object.fromEntries(SUPPORTS.map((support) => [support, SUPPORT_WORDS[support]])),
                (support) => put({ support }),
              )
            ) : (
              <span />
            )}
            <Button
              kind="quiet"
              className="mt-5"
              aria-label={`Remove ${row.name || 'this rack'}`}
              onClick={() => onRows(rows.filter((_, at) => at !== index))}
            >
              Remove
            </Button>
          </fieldset>
        );
      })}
      <div>
        <Button onClick={onAdd}>Add rack or rail</Button>
      </div>
    </div>
  );
}

function choice(
  label: string,
  value: string,
  choices: Readonly<Record<string, string>>,
  onChoice: (value: string) => void,
): ReactNode {
  return (
    <Field label={label}>
      {(ids) => (
        <Select {...ids} value={value} onChange={({ target }) => onChoice(target.value)}>
          {Object.entries(choices).map(([key, name]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </Select>
      )}
    </Field>
  );
}
