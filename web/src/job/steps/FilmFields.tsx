import type { ShopContext } from '@upholder/core/api';
import { APPLICATOR_WORDS, type Applicator, CONVENTION_WORDS, meantBy } from '@upholder/core/catalogue';
import { otherConventions, writeThinning } from '@upholder/core/mixing';
import type { Piece } from '@upholder/core/pieces';
import type { SequenceEdit } from '@upholder/core/rules';
import {
  laidOnBy,
  nameWithGrit,
  OPERATION_TRAITS,
  otherProduct,
  restOf,
  type StepDraft,
} from '@upholder/core/systems';
import { type ReactNode, useState } from 'react';
import { read as readQuantity, show } from '../../base/voice.ts';
import { Field, Select } from '../../parts/controls.tsx';
import { DraftText, readField, readNumber, readThinning } from './draftText.tsx';

export interface FieldsProps {
  step: StepDraft;
  shop: ShopContext;
  /** Pieces that a step may be limited to; none where the sequence belongs to no job. */
  pieces: readonly Piece[];
  colour: string;
  change(what: string, part: Partial<StepDraft>): void;
  /** Changes that go by what the step is by then: presses may come faster than answers. */
  edit(what: string, edit: SequenceEdit): void;
}

const FACE_WORDS: Record<StepDraft['faces'], string> = {
  both: 'both faces',
  front: 'fronts only',
  back: 'backs only',
};

const THINNERS = [
  'clean water',
  'distilled water',
  'softened water',
  'mineral spirit',
  'denatured alcohol',
  'lacquer thinner',
];

export function Choice({
  label,
  value,
  onChoose,
  className,
  children,
}: {
  label: string;
  value: string;
  onChoose(value: string): void;
  className?: string;
  children: ReactNode;
}) {
  return (
    <Field label={label} {...(className && { className })}>
      {(ids) => (
        <Select {...ids} value={value} onChange={({ target }) => onChoose(target.value)}>
          {children}
        </Select>
      )}
    </Field>
  );
}

export function options(words: Record<string, string>) {
  return Object.entries(words).map(([key, word]) => (
    <option key={key} value={key}>
      {word}
    </option>
  ));
}

export function FilmFields({ step, shop, change }: FieldsProps) {
  const [said, setSaid] = useState('');
  const sheet = shop.products.find(({ key }) => key === step.productKey)?.sheet;
  if (!sheet) return null;
  return (
    <>
      {said !== '' && (
        <p role="status" className="col-span-4 max-md:col-span-2 border-tape border-l-[6px] pl-3 text-note">
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
      {step.applications.length === 0 && (
        <Choice
          label="Applied by"
          value={step.applicator ?? ''}
          onChoose={(value) => {
            const applicator = value as Applicator;
            change('applicator', laidOnBy(step, applicator));
          }}
        >
          {options(Object.fromEntries(meantBy(sheet.applicators).map((one) => [one, APPLICATOR_WORDS[one]])))}
        </Choice>
      )}
      <DraftText
        label="Wet film"
        quantity="film"
        value={step.wftUm === null ? '' : show('film', step.wftUm)}
        read={(text) => {
          const film = readQuantity('film', text);
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
              const thinning = readThinning(text, step.thinning?.convention ?? 'on-paint');
              return typeof thinning === 'string' ? thinning : { thinning };
            }}
            hint={otherConventions(step.thinning, sheet).join(' = ')}
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
      {(sheet.role === 'primer' || step.tintPct > 0) && (
        <DraftText
          label="Tinted towards the colour, %"
          value={String(step.tintPct)}
          read={(text) => readField('tintPct', text.trim() === '' ? 0 : readNumber(text))}
          onCommit={(part) => change('tint', part)}
        />
      )}
      {(sheet.conditionerMaxPct !== null || step.conditionerPct > 0) && (
        <DraftText
          label={`${sheet.conditionerName || 'Conditioner'}, % on paint`}
          value={String(step.conditionerPct)}
          read={(text) => readField('conditionerPct', text.trim() === '' ? 0 : readNumber(text))}
          hint={sheet.conditionerMaxPct === null ? undefined : `at most ${sheet.conditionerMaxPct} %`}
          onCommit={(part) => change('conditioner', part)}
        />
      )}
      <Choice
        label="Goes on"
        value={step.faces}
        onChoose={(faces) => change('faces', { faces: faces as StepDraft['faces'] })}
      >
        {options(FACE_WORDS)}
      </Choice>
      <DraftText
        label="Mixes, one after the other"
        value={String(step.mixCount)}
        read={(text) => readField('mixCount', readNumber(text))}
        onCommit={(part) => change('mixes', part)}
      />
    </>
  );
}

export function SupplyFields({ step, shop, change }: FieldsProps) {
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
              ? { grit: chosen.grit, name: nameWithGrit(step.name, chosen.grit) }
              : {};
          change('supply', { supplyKey: key === '' ? null : key, dryingMin: restOf(chosen), ...grit });
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
