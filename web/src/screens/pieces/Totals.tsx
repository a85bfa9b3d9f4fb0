import type { JobDetail } from '@upholder/core/api';
import {
  type DoorMeasure,
  doorEquivalents,
  doorMeasureWords,
  PIECE_KINDS,
  type Piece,
  pieceKindWords,
  totalAreas,
} from '@upholder/core/pieces';
import { Link } from 'react-router';
import { bare, unit, voice } from '../../base/voice.ts';

type Figures = [name: string, value: string][];

function figuresOf(pieces: readonly Piece[], measure: DoorMeasure): Figures {
  const areas = totalAreas(pieces);
  const m2 = (mm2: number) => bare('area', mm2 / 1e6);
  const equivalents = pieces.reduce((sum, piece) => sum + doorEquivalents(piece, measure), 0);
  const all: Figures = [
    ['pieces', String(pieces.length)],
    [`${unit('area')} to finish`, m2(areas.totalMm2)],
    ['door equivalents', String(equivalents)],
    ['front', m2(areas.frontMm2)],
    ['back', m2(areas.backMm2)],
    ['edges', m2(areas.edgesMm2)],
    ['recess walls', m2(areas.recessWallsMm2)],
    ['profiles', m2(areas.profilesMm2)],
    ['insides', m2(areas.interiorMm2)],
  ];
  return all.filter(([name, value]) => (name !== 'profiles' && name !== 'insides') || value !== '0');
}

/** Totals of the take-off, always in view; opened, by zone and by kind. */
export function Totals({ detail, measure }: { detail: JobDetail; measure: DoorMeasure }) {
  const whole = figuresOf(detail.pieces, measure);
  const groups = [
    ...detail.zones.map(({ id, name }) => ({
      name,
      pieces: detail.pieces.filter(({ zoneId }) => zoneId === id),
    })),
    ...PIECE_KINDS.map((kind) => ({
      name: pieceKindWords(kind, 2),
      pieces: detail.pieces.filter((piece) => piece.kind === kind),
    })),
  ].filter(({ pieces }) => pieces.length > 0);
  return (
    <details className="px-1">
      <summary className="flex cursor-pointer flex-wrap items-baseline gap-x-5 gap-y-1">
        {whole.map(([name, value]) => (
          <span key={name} className="whitespace-nowrap">
            <span className="quantity">{value}</span> <span className="text-quiet">{name}</span>
          </span>
        ))}
        <span className="text-small text-act underline underline-offset-2">by zone and kind</span>
      </summary>
      <table className="mt-2 text-right">
        <thead>
          <tr className="text-small text-quiet">
            <th scope="col" />
            {whole.map(([name]) => (
              <th key={name} scope="col" className="px-3 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {groups.map(({ name, pieces }) => {
            const own = new Map(figuresOf(pieces, measure));
            return (
              <tr key={name} className="border-line border-t">
                <th scope="row" className="pr-4 text-left font-semibold">
                  {name}
                </th>
                {whole.map(([column]) => (
                  <td key={column} className="quantity px-3">
                    {own.get(column) ?? '0'}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="mt-2 text-note text-quiet">
        Door equivalents of a piece: {doorMeasureWords(measure, voice().units)}. Set what counts under{' '}
        <Link to="/shop" className="text-act underline underline-offset-2">
          Shop
        </Link>
        .
      </p>
    </details>
  );
}
