import { CLOCK_KINDS, gritPart, type StepDraft, TAG_PLACES } from '@upholder/core/systems';
import { formatDuration, parseDurationMinutes } from '@upholder/core/units';
import { CLOCK_WORDS } from '@upholder/core/words';
import { useState } from 'react';
import { bare, labelled, read } from '../../base/voice.ts';
import { Button, Select } from '../../parts/controls.tsx';
import { suppliesOf } from '../productLookups.ts';
import { DraftText, readField, readNumber } from './draftText.tsx';
import { Choice, type FieldsProps, FilmFields, options, SupplyFields } from './FilmFields.tsx';
import { MoveFields } from './MoveFields.tsx';
import { PassFields } from './PassFields.tsx';
import { StepPieces } from './StepPieces.tsx';

const APPLIES_TO_CHOICES: Record<StepDraft['appliesTo'], string> = {
  any: 'all pieces',
  old: 'with old finish',
  new: 'unfinished replacements',
  repaired: 'repaired',
};

/** For which pieces a step is: by stock, by treatment, or piece by piece. */
function Pieces({ step, pieces, colour, change }: FieldsProps) {
  const [isPicking, setIsPicking] = useState(false);
  const tags = pieces.filter(({ id }) => step.pieceIds.includes(id)).map(({ tag }) => tag);
  if (pieces.length === 0) return null;
  return (
    <div className="col-span-2 flex flex-col gap-1">
      <span className="label">For which pieces</span>
      <div className="flex gap-2">
        <Select
          aria-label="Stock"
          className="!w-auto flex-none"
          value={step.appliesTo}
          onChange={({ target }) =>
            change('appliesTo', { appliesTo: target.value as StepDraft['appliesTo'] })
          }
        >
          {options(APPLIES_TO_CHOICES)}
        </Select>
        <Button className="min-w-0 flex-1 !justify-start" onClick={() => setIsPicking(true)}>
          <span className="truncate">{tags.length === 0 ? 'Every one …' : `Only ${tags.join(', ')} …`}</span>
        </Button>
      </div>
      {isPicking && (
        <StepPieces
          title={`Which pieces get “${step.name}”?`}
          pieces={pieces}
          colour={colour}
          chosen={step.pieceIds}
          onChoose={(pieceIds) => {
            change('pieces', { pieceIds });
            setIsPicking(false);
          }}
          onClose={() => setIsPicking(false)}
        />
      )}
    </div>
  );
}

/** Minutes by what they go by; those per area or length follow the units of this page. */
const LABOUR: { key: keyof StepDraft['labour']; name: string; quantity?: 'pace' | 'paceAlong' }[] = [
  { key: 'setupMin', name: 'Set-up' },
  { key: 'perPieceMin', name: 'Per piece' },
  { key: 'perDrawerMin', name: 'Per drawer front' },
  { key: 'perM2Min', name: 'Per area', quantity: 'pace' },
  { key: 'perProfileMMin', name: 'Along profiles', quantity: 'paceAlong' },
  { key: 'cleanupMin', name: 'Clean-up' },
];

/** Minutes per area or length as they are typed; NaN where they cannot be read. */
function pace(quantity: 'pace' | 'paceAlong', text: string, stored: number | undefined): number {
  const typed = read(quantity, text, stored);
  return typed.ok ? typed.value : Number.NaN;
}

function TimeFields({ step, change }: FieldsProps) {
  return (
    <>
      <Choice
        label="Waits for"
        value={step.waitFor}
        onChoose={(waitFor) => change('clock', { waitFor: waitFor as StepDraft['waitFor'] })}
      >
        {options(Object.fromEntries(CLOCK_KINDS.map((kind) => [kind, CLOCK_WORDS[kind] || 'nothing'])))}
      </Choice>
      <DraftText
        label="Wait afterwards, at least"
        value={step.dryingMin === 0 ? '' : formatDuration(step.dryingMin)}
        read={(text) => {
          if (text.trim() === '') return { dryingMin: 0 };
          const rest = parseDurationMinutes(text);
          return rest.ok ? { dryingMin: rest.value } : rest.message;
        }}
        onCommit={(part) => change('rest', part)}
      />
      <div className="col-span-4 grid grid-cols-5 gap-3 border-line border-t pt-2 max-md:col-span-2 max-md:grid-cols-2">
        {LABOUR.filter(({ key }) => step.labour[key] !== undefined).map(({ key, name, quantity }) => (
          <DraftText
            key={key}
            label={quantity ? labelled(name, quantity) : `${name}, min`}
            quantity={quantity}
            value={quantity ? bare(quantity, step.labour[key] ?? 0) : String(step.labour[key])}
            read={(text) =>
              readField('labour', {
                ...step.labour,
                [key]: quantity ? pace(quantity, text, step.labour[key]) : readNumber(text),
              })
            }
            onCommit={(part) => change('labour', part)}
          />
        ))}
      </div>
    </>
  );
}

/** Everything about a step that can be set by hand. */
export function StepFields(props: FieldsProps) {
  const { step, change } = props;
  return (
    <div className="mt-3 grid grid-cols-4 items-start gap-3 max-md:grid-cols-2">
      <DraftText
        label="Step"
        value={step.name}
        read={(text) => readField('name', text)}
        onCommit={(part) => change('name', part)}
      />
      {step.grit !== null && (
        <DraftText
          label="Grit"
          value={`P${step.grit}`}
          read={(text) => readField('grit', readNumber(text))}
          onCommit={({ grit }) =>
            typeof grit === 'number' && change('grit', gritPart(step, grit, suppliesOf(props.shop)))
          }
        />
      )}
      <SupplyFields {...props} />
      <FilmFields {...props} />
      <PassFields {...props} />
      <MoveFields {...props} />
      {step.tagAt !== null && (
        <Choice
          label="Tag on"
          value={step.tagAt}
          onChoose={(tagAt) => change('tag', { tagAt: tagAt as StepDraft['tagAt'] })}
        >
          {options(Object.fromEntries(TAG_PLACES.map((place) => [place, place])))}
        </Choice>
      )}
      <Pieces {...props} />
      <TimeFields {...props} />
      <DraftText
        className="col-span-2"
        label="Note"
        value={step.note}
        read={(text) => readField('note', text)}
        onCommit={(part) => change('note', part)}
      />
      <DraftText
        className="col-span-2"
        label="Cautions, separated by semicolons"
        value={step.cautions.join('; ')}
        read={(text) =>
          readField(
            'cautions',
            text
              .split(';')
              .map((one) => one.trim())
              .filter(Boolean),
          )
        }
        onCommit={(part) => change('cautions', part)}
      />
    </div>
  );
}
