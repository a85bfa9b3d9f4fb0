import {
  dryFilms,
  dryFilmUm,
  type FilmLimits,
  type ShownThrough,
  type Surface,
  shareSeen,
  shownThrough,
} from '@upholder/core/film';
import { regional } from '@upholder/core/said';
import { blend, hexOf, labOf } from '@upholder/core/survey';
import { useCallback, useMemo, useState } from 'react';
import { show } from '../../base/voice.ts';
import { ChoiceRow } from '../../parts/ChoiceRow.tsx';
import { Button } from '../../parts/controls.tsx';
import { paintSeen } from './FilmMap.tsx';
import type { SeenColours } from './FilmScale.tsx';
import type { SprayCover } from './useSprayCase.ts';

/** What of a film is shown. */
type FilmSight = 'wet' | 'dry' | 'seen';

const TABLE_STEPS = 200;
const MOST_COATS = 5;

/** Red, green and blue of `#rrggbb`, 0 to 255. */
const bytes = (hex: string): readonly [number, number, number] => {
  const all = Number.parseInt(hex.slice(1), 16);
  return [all >> 16, (all >> 8) & 255, all & 255];
};

/** A film as it is looked at: wet, dry after some coats, or as what the eye sees of it. */
export interface FilmView {
  sight: FilmSight;
  coats: number;
  /** Film and limits of what is shown; null while nothing is sprayed. */
  filmUm: Float64Array | null;
  limits: FilmLimits;
  /** What the map is painted with where colours are looked at. */
  paint: ((canvas: HTMLCanvasElement, surface: Surface, dryUm: Float64Array) => void) | undefined;
  shown: ShownThrough | null;
  /** What the colours of the map mean where they are colours. */
  seen: SeenColours | null;
  setSight(sight: FilmSight): void;
  setCoats(coats: number): void;
}

/** Wet film of one coat, dry film and colour of several like it. */
export function useFilmView(
  surface: Surface,
  wetUm: Float64Array | null,
  wet: FilmLimits,
  cover: SprayCover | null,
): FilmView {
  const [wanted, setSight] = useState<FilmSight>('wet');
  const [coats, setCoats] = useState(1);
  const sight = cover ? wanted : 'wet';
  const factor = cover ? coats * dryFilmUm(1, cover.drying.volumeSolidsPct, cover.drying.thinnedBy) : 1;
  const dryUm = useMemo(
    () => (cover && wetUm && sight !== 'wet' ? dryFilms(wetUm, cover.drying, coats) : null),
    [cover, wetUm, sight, coats],
  );
  const limits = useMemo(
    () => (sight === 'wet' ? wet : { leastUm: wet.leastUm * factor, sagUm: wet.sagUm * factor }),
    [sight, wet, factor],
  );
  const colours = useMemo(() => {
    if (!cover) return null;
    const [ground, target] = [labOf(cover.ground), labOf(cover.target)];
    const stepUm = (wet.sagUm * factor * 1.5) / TABLE_STEPS;
    const table = Array.from({ length: TABLE_STEPS }, (_, step) =>
      bytes(hexOf(blend(target, ground, shareSeen(step * stepUm, cover.covering.perUm)))),
    );
    const stops = table.filter((_, step) => step % 10 === 0 || step === TABLE_STEPS - 1);
    const gradient = `linear-gradient(to top, ${stops.map((stop) => `rgb(${stop.map(Math.round).join(' ')})`).join(', ')})`;
    return { table, stepUm, gradient, topUm: stepUm * (TABLE_STEPS - 1) };
  }, [cover, wet, factor]);
  const paint = useCallback(
    (canvas: HTMLCanvasElement, on: Surface, um: Float64Array) => {
      if (colours) paintSeen(canvas, on, um, colours);
    },
    [colours],
  );
  const shown = useMemo(
    () => (dryUm && cover && sight === 'seen' ? shownThrough(surface, dryUm, cover.covering) : null),
    [dryUm, cover, sight, surface],
  );
  return {
    sight,
    coats,
    filmUm: sight === 'wet' ? wetUm : dryUm,
    limits,
    paint: sight === 'seen' ? paint : undefined,
    shown,
    seen: sight === 'seen' && colours ? { ...colours, hidesAtUm: shown?.hidesAtUm ?? null } : null,
    setSight,
    setCoats,
  };
}

/** `94 % is covered after 2 coats. The rest still shows …` */
function seenWords({ share, hidesAtUm, mostDeltaE }: ShownThrough, coats: number): string {
  const after = coats === 1 ? 'one coat' : `${coats} coats`;
  if (hidesAtUm === null) return 'This film hides nothing: it is clear.';
  if (share < 0.0005) return `After ${after} the old colour is hidden everywhere.`;
  const needs = `It takes ${show('film', Math.ceil(hidesAtUm))} dry to hide it`;
  return share > 0.9995
    ? `After ${after} the old colour still shows all over. ${needs}.`
    : `After ${after} the old colour still shows on ${(share * 100).toFixed(share < 0.1 ? 1 : 0)} % of the piece, where the film is thinnest (ΔE up to ${mostDeltaE.toFixed(1)}). ${needs}.`;
}

const SIGHTS = [
  { value: 'wet', words: 'Wet film' },
  { value: 'dry', words: 'Dry film' },
  { value: 'seen', words: 'What is seen' },
] as const;

/** Chooses how a film is looked at, and says what shows through. */
export function FilmSights({ view, cover }: { view: FilmView; cover: SprayCover }) {
  const { sight, coats, shown } = view;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <ChoiceRow
        label="Show"
        choices={SIGHTS}
        value={sight}
        onChoose={view.setSight}
        className="flex"
        choiceClass={(isChosen) =>
          `min-h-10 px-3 border-b-[3px] ${isChosen ? 'border-act bg-act-wash font-semibold' : 'border-line bg-raised'}`
        }
      />
      {sight !== 'wet' && (
        <span className="inline-flex items-center gap-1">
          <Button aria-label="One coat less" disabled={coats === 1} onClick={() => view.setCoats(coats - 1)}>
            −
          </Button>
          <span className="min-w-20 text-center">
            <span className="quantity">{coats}</span> {coats === 1 ? 'coat' : 'coats'}
          </span>
          <Button
            aria-label="One coat more"
            disabled={coats === MOST_COATS}
            onClick={() => view.setCoats(coats + 1)}
          >
            +
          </Button>
        </span>
      )}
      {sight === 'seen' && (
        <span className="inline-flex items-center gap-2">
          <span
            className="size-6 border border-ink"
            style={{ background: cover.ground }}
            role="img"
            aria-label={regional('Old colour')}
          />
          →
          <span
            className="size-6 border border-ink"
            style={{ background: cover.target }}
            role="img"
            aria-label={regional('New colour')}
          />
        </span>
      )}
      {shown && (
        <p className="w-full" aria-live="polite">
          {regional(seenWords(shown, coats))}
        </p>
      )}
    </div>
  );
}
