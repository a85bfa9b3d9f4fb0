import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS, type Applicator, CONVENTION_WORDS } from '@upholder/core/catalogue';
import { parseThinning, writeThinning } from '@upholder/core/mixing';
import type { Piece } from '@upholder/core/pieces';
import {
  CLOCK_KINDS,
  gritPart,
  laidOnBy,
  OPERATION_TRAITS,
  otherProduct,
  restOf,
  type StepDraft,
  TAG_PLACES,
} from '@upholder/core/systems';
import { formatDuration, parseDurationMinutes, parseFilmUm } from '@upholder/core/units';
import { CLOCK_WORDS } from '@upholder/core/words';
import { type ReactNode, useState } from 'react';
import { Button, Field, Select } from '../../parts/controls.tsx';
import { suppliesOf } from '../shelves.ts';
import { DraftText, readField, readNumber } from './draftText.tsx';
import { StepPieces } from './StepPieces.tsx';

export interface FieldsProps {
  step: StepDraft;
  shop: ShopContext;
  /** Pieces that a step may be limited to; none where the sequence belongs to no job. */
  pieces: readonly Piece[];
  colour: string;
  change(what: string, part: Partial<StepDraft>): void;
}

const STOCK_CHOICES: Record<StepDraft['stock'], string> = {
  any: 'all stock',
  old: 'old stock',
  new: 'raw replacements',
  repaired: 'repaired ones',
};

const FACE_WORDS: Record<StepDraft['faces'], string> = {
  both: 'both faces',
  front: 'fronts only',
  back: 'backs only',
};

const THINNERS = ['clean water', 'mineral spirit', 'denatured alcohol', 'lacquer thinner'];

function Choice({
  label,
  value,
  onChoose,
  children,
}: {
  label: string;
  value: string;
  onChoose(value: string): void;
  children: ReactNode;
}) {
  return (
    <Field label={label}>
      {(ids) => (
        <Select {...ids} value={value} onChange={({ target }) => onChoose(target.value)}>
          {children}
        </Select>
      )}
    </Field>
  );
}

function options(words: Record<string, string>) {
  return Object.entries(words).map(([key, word]) => (
    <option key={key} value={key}>
      {word}
    </option>
  ));
}

function FilmFields({ step, shop, change }: FieldsProps) {
  const [said, setSaid] = useState('');
  const sheet = shop.products.find(({ key }) => key === step.productKey)?.sheet;
  if (!sheet) return null;
  return (
    <>
      {said !== '' && (
        <p role="status" className="col-span-4 border-tape border-l-[6px] pl-3 text-note">
          {said}
        </p>
      )}
      <Choice
        label="Product"
        value={step.productKey ?? ''}
        onChoose={(key) => {
          const chosen = shop.products.find((product) => product.key === key);
          if (!chosen) return;
          const { part, said } = otherProduct(step, sheet, chosen);
          change('product', part);
          setSaid(said);
        }}
      >
        {shop.products
          .filter((product) => product.sheet.role === sheet.role)
          .map((product) => (
            <option key={product.key} value={product.key}>
              {product.sheet.name}
            </option>
          ))}
      </Choice>
      <Choice
        label="Applied by"
        value={step.applicator ?? ''}
        onChoose={(value) => {
          const applicator = value as Applicator;
          change('applicator', laidOnBy(step, applicator));
        }}
      >
        {options(Object.fromEntries(sheet.applicators.map((one) => [one, APPLICATOR_WORDS[one]])))}
      </Choice>
      <DraftText
        label="Wet film"
        value={step.wftUm === null ? '' : `${step.wftUm} µm`}
        read={(text) => {
          const film = parseFilmUm(text);
          return film.ok ? readField('wftUm', film.value) : film.message;
        }}
        onCommit={(part) => change('wet film', part)}
      />
      {step.thinning && (
        <>
          <DraftText
            label={`Thinning, ${CONVENTION_WORDS[step.thinning.convention]}`}
            value={writeThinning(step.thinning)}
            read={(text) => {
              const read = parseThinning(text, step.thinning?.convention ?? 'on-paint');
              if (!read.ok) return read.message;
              return read.value.kind === 'amount'
                ? { thinning: read.value.thinning }
                : 'The sequence holds an amount. Thin to seconds at the bench.';
            }}
            onCommit={(part) => change('thinning', part)}
          />
          <Choice
            label="Thinned with"
            value={step.thinnerName}
            onChoose={(thinnerName) => change('thinner', { thinnerName })}
          >
            <option value="">{sheet.thinnerName} (sheet)</option>
            {THINNERS.filter((name) => name !== sheet.thinnerName).map((name) => (
              <option key={name}>{name}</option>
            ))}
          </Choice>
        </>
      )}
      <Choice
        label="Goes on"
        value={step.faces}
        onChoose={(faces) => change('faces', { faces: faces as StepDraft['faces'] })}
      >
        {options(FACE_WORDS)}
      </Choice>
      <DraftText
        label="Pots, one after the other"
        value={String(step.potCount)}
        read={(text) => readField('potCount', readNumber(text))}
        onCommit={(part) => change('pots', part)}
      />
    </>
  );
}

function SupplyFields({ step, shop, change }: FieldsProps) {
  const kinds = OPERATION_TRAITS[step.operation].supplies;
  const fitting = shop.supplies.filter(({ supply }) => kinds.includes(supply.kind));
  const supply = fitting.find(({ key }) => key === step.supplyKey)?.supply;
  if (kinds.length === 0) return null;
  return (
    <>
      <Choice
        label="With"
        value={step.supplyKey ?? ''}
        onChoose={(key) => {
          const chosen = fitting.find((one) => one.key === key)?.supply;
          const grit =
            chosen?.kind === 'abrasive'
              ? { grit: chosen.grit, name: step.name.replace(/P\d+/, `P${chosen.grit}`) }
              : {};
          change('supply', { supplyKey: key === '' ? null : key, restMin: restOf(chosen), ...grit });
        }}
      >
        <option value="">not named</option>
        {fitting.map((one) => (
          <option key={one.key} value={one.key}>
            {one.supply.name}
          </option>
        ))}
      </Choice>
      {supply?.kind === 'cleaner' && supply.needsRinse && (
        <Choice
          label="Residue"
          value={step.isRinsed ? 'yes' : 'no'}
          onChoose={(value) => change('rinse', { isRinsed: value === 'yes' })}
        >
          <option value="yes">rinsed off</option>
          <option value="no">left on</option>
        </Choice>
      )}
    </>
  );
}

/** For which pieces a step is: by stock, by verdict, or piece by piece. */
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
          value={step.stock}
          onChange={({ target }) => change('stock', { stock: target.value as StepDraft['stock'] })}
        >
          {options(STOCK_CHOICES)}
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

const LABOUR: { key: keyof StepDraft['labour']; name: string }[] = [
  { key: 'setupMin', name: 'Set-up' },
  { key: 'perPieceMin', name: 'Per piece' },
  { key: 'perDrawerMin', name: 'Per drawer front' },
  { key: 'perM2Min', name: 'Per m²' },
  { key: 'perProfileMMin', name: 'Per m of profile' },
  { key: 'cleanupMin', name: 'Clean-up' },
];

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
        label="Rests after it at least"
        value={step.restMin === 0 ? '' : formatDuration(step.restMin)}
        read={(text) => {
          if (text.trim() === '') return { restMin: 0 };
          const read = parseDurationMinutes(text);
          return read.ok ? { restMin: read.value } : read.message;
        }}
        onCommit={(part) => change('rest', part)}
      />
      <div className="col-span-4 grid grid-cols-5 gap-3 border-line border-t pt-2">
        {LABOUR.filter(({ key }) => step.labour[key] !== undefined).map(({ key, name }) => (
          <DraftText
            key={key}
            label={`${name}, min`}
            value={String(step.labour[key])}
            read={(text) => readField('labour', { ...step.labour, [key]: readNumber(text) })}
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
    <div className="mt-3 grid grid-cols-4 items-start gap-3">
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
      {step.tagAt !== null && (
        <Choice
          label="Tag goes"
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
        label="Cautions, one after the other with ;"
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
