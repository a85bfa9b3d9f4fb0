import {
  type Applicator,
  isSprayed,
  meantBy,
  type ProductSheet,
  type Thinning,
} from '@upholder/core/catalogue';
import { writeThinning } from '@upholder/core/mixing';
import { WHOLE_PARTS, WORK_PARTS } from '@upholder/core/pieces';
import {
  type Application,
  ApplicationSchema,
  does,
  inMoves,
  type MovePreset,
  presetOf,
  presetsFor,
  type StepDraft,
  takesMoves,
} from '@upholder/core/systems';
import { PART_WORDS, toolWords } from '@upholder/core/words';
import { ArrowUp, Plus, Trash2 } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { bare, labelled, read as readQuantity } from '../../base/voice.ts';
import { Button, Select } from '../../parts/controls.tsx';
import { suppliesOf } from '../productLookups.ts';
import { DraftEntry, readNumber, readThinning } from './draftText.tsx';
import { Choice, type FieldsProps, options } from './FilmFields.tsx';

const PRESET_WORDS: Record<MovePreset, string> = {
  'brush-roll': 'brush edges and profiles, roll the flats',
  'brush-roll-tip': 'brush, roll, then tip off',
  'gun-roll': 'spray edges and profiles, roll the flats',
  'brush-gun': 'brush the edges, spray the rest',
  'machine-hand': 'machine on the flats, by hand elsewhere',
  'film-foam': 'film on the flats, foam elsewhere',
};

/** Reads a field of a move, or says what is wrong with it. */
function readMove<K extends 'toolMm' | 'wftUm' | 'conditionerPct'>(key: K, value: unknown) {
  const read = ApplicationSchema.shape[key].safeParse(value);
  return read.success
    ? ({ [key]: read.data } as Partial<Application>)
    : (read.error.issues[0]?.message ?? 'Invalid value.');
}

/** A length or a film that may be left empty. */
function readSize(key: 'toolMm' | 'wftUm', text: string): Partial<Application> | string {
  if (text.trim() === '') return { [key]: null };
  const read = readQuantity(key === 'toolMm' ? 'length' : 'film', text);
  return read.ok ? readMove(key, read.value) : read.message;
}

function readOwnThinning(text: string, convention: Thinning['convention']): Partial<Application> | string {
  const thinning = text.trim() === '' ? null : readThinning(text, convention);
  return typeof thinning === 'string' ? thinning : { thinning };
}

/** A coat goes into inner corners with the profiles; what is sanded may take a tool of its own there. */
function partsOffered({ applicator, parts }: Application) {
  return applicator === null || parts.includes('corners') ? WORK_PARTS : WHOLE_PARTS;
}

/** What of a piece a move covers: at least one part. */
function Parts({ move, label, set }: { move: Application; label: string; set: SetMove }) {
  return (
    <ToggleGroup.Root
      type="multiple"
      aria-label={label}
      className="mt-6 flex"
      value={move.parts}
      onValueChange={(parts) => parts.length > 0 && set({ parts: parts as Application['parts'] })}
    >
      {partsOffered(move).map((part) => (
        <ToggleGroup.Item
          key={part}
          value={part}
          className="press-h-9 border border-line px-2.5 not-first:border-l-0 data-[state=off]:bg-raised data-[state=on]:bg-ink data-[state=on]:text-sheet"
        >
          {PART_WORDS[part]}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

type SetMove = (part: Partial<Application>) => void;
interface MoveProps {
  move: Application;
  number: number;
  step: StepDraft;
  sheet: ProductSheet | undefined;
  set: SetMove;
}

/** How paint goes on in a move; what is left empty is as the step says. */
function PaintOfMove({ move, number, step, sheet, set }: MoveProps) {
  const thinning = move.thinning;
  const { convention } = thinning ?? step.thinning ?? { convention: 'on-paint' as const };
  const tools = sheet ? meantBy(sheet.applicators) : [];
  const tool = move.applicator ?? step.applicator ?? 'brush';
  return (
    <>
      <Select
        aria-label={`Tool of move ${number}`}
        className="!w-40 mt-6"
        value={tool}
        onChange={({ target }) => set({ applicator: target.value as Applicator })}
      >
        {options(Object.fromEntries([...new Set([...tools, tool])].map((one) => [one, toolWords(one)])))}
      </Select>
      {!isSprayed(tool) && (
        <DraftEntry
          label={labelled('Width', 'length')}
          className="w-[4.5rem]"
          value={move.toolMm === null ? '' : bare('length', move.toolMm)}
          read={(text) => readSize('toolMm', text)}
          onCommit={set}
        />
      )}
      {!move.laysOff && (
        <>
          <DraftEntry
            label="Thinning"
            className="w-20"
            value={thinning ? writeThinning(thinning) : ''}
            read={(text) => readOwnThinning(text, convention)}
            onCommit={set}
          />
          <DraftEntry
            label={labelled('Wet film', 'film')}
            className="w-24"
            value={move.wftUm === null ? '' : bare('film', move.wftUm)}
            read={(text) => readSize('wftUm', text)}
            onCommit={set}
          />
          {sheet && sheet.conditionerMaxPct !== null && (
            <DraftEntry
              label="Conditioner, %"
              className="w-28"
              value={move.conditionerPct === null ? '' : String(move.conditionerPct)}
              read={(text) =>
                text.trim() === '' ? { conditionerPct: null } : readMove('conditionerPct', readNumber(text))
              }
              onCommit={set}
            />
          )}
        </>
      )}
      <label className="mt-6 flex press-h-9 items-center gap-2">
        <input
          type="checkbox"
          className="size-4 flex-none"
          checked={move.laysOff}
          onChange={({ target }) => set({ laysOff: target.checked })}
        />
        tips off, no paint
      </label>
    </>
  );
}

/** What sands in a move. */
function AbrasiveOfMove({ move, number, step, shop, set }: MoveProps & Pick<FieldsProps, 'shop'>) {
  const supplies = suppliesOf(shop);
  const abrasives = Object.entries(supplies).filter(([, { kind }]) => kind === 'abrasive');
  return (
    <>
      <Select
        aria-label={`How move ${number} sands`}
        className="!w-auto mt-6"
        value={move.byMachine ? 'machine' : 'hand'}
        onChange={({ target }) => set({ byMachine: target.value === 'machine' })}
      >
        {options({ machine: 'by machine', hand: 'by hand' })}
      </Select>
      <Select
        aria-label={`Abrasive of move ${number}`}
        className="!w-auto mt-6 max-w-64"
        value={move.supplyKey ?? ''}
        onChange={({ target }) => set({ supplyKey: target.value === '' ? null : target.value })}
      >
        <option value="">
          {step.supplyKey ? `${supplies[step.supplyKey]?.name ?? ''} (step)` : 'not named'}
        </option>
        {abrasives.map(([key, { name }]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </Select>
    </>
  );
}

/** How a step is done where one tool does not do it all: the usual ways by a press, and its moves one by one. */
export function MoveFields({ step, shop, change, edit }: FieldsProps) {
  const sheet = shop.products.find(({ key }) => key === step.productKey)?.sheet;
  if (!takesMoves(step)) return null;
  const { applications } = step;
  const presets = presetsFor(step, sheet);
  const save = (moves: readonly Application[]) => change('moves', inMoves(step, moves));
  const chosen = applications.length === 0 ? 'one' : (presetOf(step, sheet) ?? 'own');
  const isCoat = does(step, 'laysFilm');
  const row = { step, sheet };
  return (
    <div className="col-span-4 flex flex-col gap-2 border-line border-t pt-2 max-md:col-span-2">
      <Choice
        label="Done in"
        className="w-80 max-w-full"
        value={chosen}
        onChoose={(value) => save(presets.find(({ preset }) => preset === value)?.applications ?? [])}
      >
        <option value="one">one go</option>
        {presets.map(({ preset }) => (
          <option key={preset} value={preset}>
            {PRESET_WORDS[preset]}
          </option>
        ))}
        {chosen === 'own' && <option value="own">moves of its own</option>}
      </Choice>
      {applications.length > 0 && (
        <p className="max-w-prose text-small text-quiet">
          One after the other while it is wet. What is left empty is as the step says; the minutes are those
          of each tool on its parts.
        </p>
      )}
      {applications.length > 0 && (
        <ol aria-label="Moves" className="flex flex-col gap-2">
          {applications.map((move, at) => {
            const set: SetMove = (part) => edit('moves', { kind: 'application', key: step.key, at, part });
            const number = at + 1;
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: a move is what stands in its place
              <li key={at} className="flex flex-wrap items-start gap-2 border-line border-l-[6px] py-1 pl-3">
                <span className="mt-6 flex press-h-9 items-center font-semibold">{number}</span>
                <Parts move={move} label={`Parts of move ${number}`} set={set} />
                {isCoat ? (
                  <PaintOfMove {...row} move={move} number={number} set={set} />
                ) : (
                  <AbrasiveOfMove {...row} move={move} number={number} shop={shop} set={set} />
                )}
                <span className="flex-1" />
                <Button
                  className="mt-6"
                  aria-label={`Move ${number} earlier`}
                  disabled={at === 0}
                  onClick={() => edit('moves', { kind: 'earlier-application', key: step.key, at })}
                >
                  <ArrowUp size={16} aria-hidden="true" />
                </Button>
                <Button
                  className="mt-6"
                  aria-label={`Remove move ${number}`}
                  onClick={() => edit('moves', { kind: 'application', key: step.key, at, part: null })}
                >
                  <Trash2 size={16} aria-hidden="true" />
                </Button>
              </li>
            );
          })}
          {applications.length < MOST_MOVES && (
            <li>
              <Button
                onClick={() =>
                  edit('moves', {
                    kind: 'application',
                    key: step.key,
                    at: applications.length,
                    part: { applicator: isCoat ? step.applicator : null },
                  })
                }
              >
                <Plus size={16} aria-hidden="true" /> Add a move
              </Button>
            </li>
          )}
        </ol>
      )}
    </div>
  );
}

const MOST_MOVES = 6;
