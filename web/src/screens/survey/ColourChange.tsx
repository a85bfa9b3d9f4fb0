import type { ShopContext, ZoneRow } from '@upholder/core/api';
import type { ProductSheet } from '@upholder/core/catalogue';
import { PRIMER_WHITE } from '@upholder/core/estimating';
import { dryFilmUm } from '@upholder/core/film';
import { regional } from '@upholder/core/said';
import {
  coatsToHide,
  contrastIn,
  deltaE76,
  deltaE2000,
  labOf,
  tintTowards,
  toneOf,
} from '@upholder/core/survey';
import { useState } from 'react';
import { show } from '../../base/voice.ts';
import { ColourField } from '../../parts/ColourField.tsx';
import { Field, Select } from '../../parts/controls.tsx';

const TINTS = [
  { share: 0, words: 'white' },
  { share: 0.5, words: 'tinted halfway' },
  { share: 1, words: regional('tinted to colour') },
];

function dryFilm(sheet: ProductSheet): number {
  return dryFilmUm(sheet.wftTypUm, sheet.volumeSolidsPct, 0);
}

function Swatch({
  colour,
  title,
  note,
  isDone = false,
}: {
  colour: string;
  title: string;
  note: string;
  isDone?: boolean;
}) {
  return (
    <figure className="min-w-0 flex-1">
      <div
        className={`h-14 ${isDone ? 'outline-2 outline-ink outline-offset-2' : ''}`}
        style={{ background: colour }}
      />
      <figcaption className="mt-1.5 text-small leading-tight">
        <span className="font-semibold">{title}</span>
        <br />
        <span className="quantity text-quiet">{note}</span>
      </figcaption>
    </figure>
  );
}

/** What the change of colour is tried with. */
interface Coating {
  colourKey: string;
  primerKey: string;
  primerCoats: number;
  /** Place in the list of tints. */
  tint: number;
}

/** Which paint, over which primer, how tinted, in how many coats. */
function HidingFields({
  shop,
  coating: { colourKey, primerKey, primerCoats, tint },
  onCoating,
}: {
  shop: ShopContext;
  coating: Coating;
  onCoating(part: Partial<Coating>): void;
}) {
  const colours = shop.products.filter(({ sheet }) => sheet.role === 'colour');
  const primers = shop.products.filter(({ sheet }) => sheet.role === 'primer');
  return (
    <div className="mt-4 grid grid-cols-[2fr_2fr_auto_auto] gap-3 max-xl:grid-cols-2">
      <Field label={regional('Colour of')}>
        {(ids) => (
          <Select
            {...ids}
            className="press-h-11"
            value={colourKey}
            onChange={({ target }) => onCoating({ colourKey: target.value })}
          >
            {colours.map(({ key, sheet }) => (
              <option key={key} value={key}>
                {sheet.name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Over">
        {(ids) => (
          <Select
            {...ids}
            className="press-h-11"
            value={primerKey}
            onChange={({ target }) => onCoating({ primerKey: target.value })}
          >
            <option value="">no primer</option>
            {primers.map(({ key, sheet }) => (
              <option key={key} value={key}>
                {sheet.name}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Primer is">
        {(ids) => (
          <Select
            {...ids}
            className="press-h-11"
            disabled={primerKey === ''}
            value={tint}
            onChange={({ target }) => onCoating({ tint: Number(target.value) })}
          >
            {TINTS.map(({ words }, index) => (
              <option key={words} value={index}>
                {words}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <Field label="Coats of it">
        {(ids) => (
          <Select
            {...ids}
            className="press-h-11"
            disabled={primerKey === ''}
            value={primerCoats}
            onChange={({ target }) => onCoating({ primerCoats: Number(target.value) })}
          >
            {[1, 2, 3].map((count) => (
              <option key={count}>{count}</option>
            ))}
          </Select>
        )}
      </Field>
    </div>
  );
}

/** What is seen after each coat, and how many hide the old colour. */
function Stages({
  zone,
  hiding,
  colour,
  isPrimed,
}: {
  zone: ZoneRow;
  hiding: ReturnType<typeof coatsToHide>;
  colour: ProductSheet;
  isPrimed: boolean;
}) {
  const oldLab = labOf(zone.oldColour);
  return (
    <>
      <div className="mt-3 flex gap-2">
        <Swatch colour={zone.oldColour} title="old" note={`L* ${oldLab.l.toFixed(0)}`} />
        {isPrimed && (
          <Swatch colour={hiding.ground} title="primed" note={`ΔE ${hiding.startDeltaE.toFixed(0)}`} />
        )}
        {hiding.stages.slice(0, 4).map(({ coats, seen, deltaE }) => (
          <Swatch
            key={coats}
            colour={seen}
            title={coats === 1 ? '1 coat' : `${coats} coats`}
            note={`ΔE ${deltaE < 0.95 ? deltaE.toFixed(1) : deltaE.toFixed(deltaE < 10 ? 1 : 0)}`}
            isDone={coats === hiding.coats}
          />
        ))}
      </div>
      <p className="mt-2">
        {hiding.coats === null ? (
          <span className="font-semibold text-stop">
            This product will not cover the change in a sensible number of coats. Tint the primer or choose
            another product.
          </span>
        ) : (
          <>
            <span className="font-semibold">
              {hiding.coats} {regional('colour')} {hiding.coats === 1 ? 'coat' : 'coats'} to hide
            </span>
            , at {show('film', Math.round(dryFilm(colour)))} dry each.{' '}
            <span className="text-quiet">
              Contrast ratio at {show('film', colour.contrastDftUm)}: white {colour.contrastRatio},{' '}
              {regional('this colour')} {contrastIn(colour.contrastRatio, zone.newColour).toFixed(2)} (
              {colour.source}). ΔE ≤ 1 counts as hidden; minimum two coats.
            </span>
          </>
        )}
      </p>
    </>
  );
}

/** Old and new colour, and what is seen after each coat of a product. */
export function ColourChange({
  zone,
  shop,
  onColour,
}: {
  zone: ZoneRow;
  shop: ShopContext;
  onColour(which: 'oldColour' | 'newColour', hex: string): void;
}) {
  const colours = shop.products.filter(({ sheet }) => sheet.role === 'colour');
  const primers = shop.products.filter(({ sheet }) => sheet.role === 'primer');
  const [coating, setCoating] = useState<Coating>({
    colourKey: zone.options?.colourKey ?? 'urethane-enamel-satin',
    primerKey: zone.options?.primerKey ?? '',
    primerCoats: zone.options?.primerCoats || 1,
    tint: 0,
  });
  const { colourKey, primerKey, primerCoats, tint } = coating;
  const colour = (colours.find(({ key }) => key === colourKey) ?? colours[0])?.sheet;
  const primer = primers.find(({ key }) => key === primerKey)?.sheet;
  const oldLab = labOf(zone.oldColour);
  const newLab = labOf(zone.newColour);
  const hiding =
    colour &&
    coatsToHide(
      zone.oldColour,
      zone.newColour,
      {
        ...colour,
        contrastRatio: contrastIn(colour.contrastRatio, zone.newColour),
        dftUm: dryFilm(colour),
      },
      primer
        ? {
            ...primer,
            dftUm: dryFilm(primer),
            coats: primerCoats,
            colour: tintTowards(PRIMER_WHITE, zone.newColour, TINTS[tint]?.share ?? 0),
          }
        : null,
    );
  return (
    <div>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
        <ColourField
          label={regional('Old colour')}
          value={zone.oldColour}
          onChange={(hex) => onColour('oldColour', hex)}
        />
        <ColourField
          label={regional('New colour')}
          value={zone.newColour}
          onChange={(hex) => onColour('newColour', hex)}
        />
        <p className="pb-1 leading-snug">
          <span className="quantity">
            L* {oldLab.l.toFixed(0)} → {newLab.l.toFixed(0)}
          </span>
          , {toneOf(zone.newColour) === 'middle' ? 'a middle tone' : toneOf(zone.newColour)}
          <br />
          <span
            className="text-quiet"
            title={regional('Distance of the two colours: CIE76, and CIEDE2000, which is nearer to the eye')}
          >
            ΔE {deltaE76(oldLab, newLab).toFixed(0)} (CIEDE2000 {deltaE2000(oldLab, newLab).toFixed(0)})
          </span>
        </p>
      </div>
      {hiding && colour && (
        <>
          <HidingFields
            shop={shop}
            coating={coating}
            onCoating={(part) => setCoating({ ...coating, ...part })}
          />
          <Stages zone={zone} hiding={hiding} colour={colour} isPrimed={primer !== undefined} />
        </>
      )}
    </div>
  );
}
