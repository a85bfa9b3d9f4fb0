import {
  type Mapping,
  type RawTable,
  TABLE_UNITS,
  TAKEOFF_FIELDS,
  type TableQuestion,
  type TakeoffField,
} from '@upholder/core/formats';
import { isLengthField, pieceFields } from '@upholder/core/pieces';
import { Select } from '../../parts/controls.tsx';

/** What a column holds, in words: as the export heads it, where it does. */
const FIELD_WORDS = new Map<TakeoffField, string>([
  ...pieceFields().flatMap(([, { imported, exported }]): [TakeoffField, string][] =>
    imported !== null && exported !== null ? [[imported as TakeoffField, exported]] : [],
  ),
  ['size', 'size, W × H × T'],
]);
const UNIT_CHOICES: Record<Mapping[number]['unit'], string> = {
  auto: 'as it says',
  mm: 'mm',
  cm: 'cm',
  m: 'metres',
  in: 'inches',
  ft: 'feet',
};
/** Columns that hold a length, so that their unit matters. */
const LENGTHS = new Set<TakeoffField>([
  'size',
  ...pieceFields().flatMap(([name, { imported }]) =>
    imported !== null && isLengthField(name) ? [imported as TakeoffField] : [],
  ),
]);

/** What each column of a table holds, and in which unit. */
export function MappingRow({
  table,
  mapping,
  onChange,
}: {
  table: RawTable;
  mapping: Mapping;
  onChange(mapping: Mapping): void;
}) {
  const change = (index: number, part: Partial<Mapping[number]>) =>
    onChange(
      mapping.map((column, at) => {
        if (at === index) return { ...column, ...part };
        // A field belongs to one column only.
        return part.field && column.field === part.field ? { ...column, field: null } : column;
      }),
    );
  return (
    <fieldset className="mt-3 overflow-x-auto">
      <legend className="label mb-1">What the columns hold</legend>
      <div className="flex gap-2 pb-1">
        {table.headings.map((heading, index) => {
          const column = mapping[index];
          if (!column) return null;
          return (
            <div
              // biome-ignore lint/suspicious/noArrayIndexKey: columns stay where they are
              key={index}
              className={`w-36 shrink-0 border-t-[3px] pt-1 ${column.field ? 'border-ink' : 'border-line'}`}
            >
              <p className="truncate font-semibold text-note" title={heading}>
                {heading}
              </p>
              <p className="truncate text-small text-quiet">{table.rows[0]?.cells[index] || '–'}</p>
              <Select
                aria-label={`Column ${heading} holds`}
                value={column.field ?? ''}
                onChange={({ target }) =>
                  change(index, { field: target.value === '' ? null : (target.value as TakeoffField) })
                }
              >
                <option value="">not used</option>
                {TAKEOFF_FIELDS.map((field) => (
                  <option key={field} value={field}>
                    {FIELD_WORDS.get(field) ?? field}
                  </option>
                ))}
              </Select>
              {column.field === 'size' && (
                <Select
                  aria-label={`Order in column ${heading}`}
                  className="mt-1"
                  value={column.isHeightFirst ? 'hw' : 'wh'}
                  onChange={({ target }) => change(index, { isHeightFirst: target.value === 'hw' })}
                >
                  <option value="wh">width first</option>
                  <option value="hw">height first</option>
                </Select>
              )}
              {column.field && LENGTHS.has(column.field) && (
                <Select
                  aria-label={`Unit of column ${heading}`}
                  className="mt-1"
                  value={column.unit}
                  onChange={({ target }) => change(index, { unit: target.value as Mapping[number]['unit'] })}
                >
                  {TABLE_UNITS.map((unit) => (
                    <option key={unit} value={unit}>
                      {UNIT_CHOICES[unit]}
                    </option>
                  ))}
                </Select>
              )}
            </div>
          );
        })}
      </div>
    </fieldset>
  );
}

/** What the table leaves open, each with its best guess chosen. */
/** What is to be asked of a table, with the likelier answer chosen. */
export function Questions({
  questions,
  onAnswer,
}: {
  questions: readonly TableQuestion[];
  onAnswer(id: string, value: string): void;
}) {
  if (questions.length === 0) return null;
  return (
    <div className="mt-3 flex flex-col gap-2">
      {questions.map(({ id, text, options, chosen }) => (
        <fieldset key={id} aria-label={text} className="border-act border-l-[6px] bg-act-wash px-3 py-2">
          <p className="font-semibold">{text}</p>
          <div className="mt-1 flex flex-wrap gap-x-6 gap-y-1">
            {options.map(({ value, words }) => (
              <label key={value} className="flex min-h-8 items-center gap-2">
                <input
                  type="radio"
                  className="size-4 accent-(--act)"
                  name={`question ${id}`}
                  checked={chosen === value}
                  onChange={() => onAnswer(id, value)}
                />
                {words}
              </label>
            ))}
          </div>
        </fieldset>
      ))}
    </div>
  );
}
