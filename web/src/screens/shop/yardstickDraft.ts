import { SANDED_OFF, sandedOffUm } from '@upholder/core/film';
import { type ShopSettings, ShopSettingsSchema } from '@upholder/core/shop';
import { YARDSTICK_KEYS, YARDSTICKS, type YardstickKey } from '@upholder/core/systems';
import { parseDecimal } from '@upholder/core/units';
import { bare, read, unit } from '../../base/voice.ts';
import { type Draft, type Reading, readBySchema } from '../../parts/useDraftForm.ts';

/** Columns of the table: a figure of a yardstick each. */
export const FIGURES = [
  { key: 'setupMin', name: 'Set-up', said: () => 'min' },
  { key: 'perPieceMin', name: 'Piece', said: () => 'min' },
  { key: 'perFaceSec', name: 'Face', said: () => 's' },
  { key: 'perEdgeSec', name: 'Edge', said: () => 's' },
  { key: 'perM2Min', name: 'Area', said: () => unit('pace'), quantity: 'pace' },
  { key: 'perProfileMMin', name: 'Profile', said: () => unit('paceAlong'), quantity: 'paceAlong' },
  { key: 'cleanupMin', name: 'Clean-up', said: () => 'min' },
] as const;
type Figure = (typeof FIGURES)[number];

/** Names of the yardsticks, by what is done. */
export const YARDSTICK_NAMES: Record<YardstickKey, string> = {
  remove: 'Take down, tag and bag',
  unpack: 'Unpack and check',
  degrease: 'Degrease and rinse',
  wipe: 'Wipe clean',
  keyMachine: 'Key by machine',
  keyHand: 'Key by hand',
  caulk: 'Caulk',
  takeOff: 'Take doors off for the last coat',
  rehang: 'Rehang doors',
  touchUp: 'Touch up at hinges',
  deliver: 'Deliver to assembly',
  maskHinges: 'Mask hinges',
  rubOut: 'Rub out',
  repair: 'Repair',
  spots: 'Fill spots',
  easeEdges: 'Ease edges',
  grainFill: 'Grain fill',
  sandFiller: 'Sand filler',
  sandPrimer: 'Sand primer',
  scuff: 'Scuff between coats',
  dust: 'Dust off',
  station: 'Sand, vacuum and look, piece by piece',
  drillAndHook: 'Drill and hook',
  flip: 'Flip',
  turbine: 'Spray, turbine',
  airless: 'Spray, airless',
  compressor: 'Spray, compressor gun',
  'air-assisted': 'Spray, air-assisted airless',
  handheld: 'Spray, hand-held electric',
  aerosol: 'Aerosol',
  'foam-brush': 'Foam brush',
  roller: 'Roller',
  'roller-velour': 'Velour roller',
  'roller-mohair': 'Mohair roller',
  'roller-microfibre': 'Microfibre roller',
  'roller-foam': 'Foam roller',
  brush: 'Brush',
  inspect: 'Final inspection',
  pack: 'Pack',
  refit: 'Refit',
};

function figureText(figure: Figure, value: number | undefined): string {
  if (value === undefined) return '';
  return 'quantity' in figure ? bare(figure.quantity, value) : String(value);
}

/** What a figure is where the shop says nothing. */
export function usual(key: YardstickKey, figure: Figure): string {
  const labour: Partial<Record<Figure['key'], number>> = YARDSTICKS[key];
  return figureText(figure, labour[figure.key] ?? 0);
}

/** Grits for which a shop may say what a pass takes off; between them it is reckoned. */
export const SANDED_GRITS = SANDED_OFF.map(({ grit }) => grit);

/** What a pass takes off where the shop says nothing. */
export function usualOff(grit: number): string {
  return bare('film', sandedOffUm(grit));
}

/** The shop's own figures as they are typed; empty where the usual ones hold. */
export function yardstickDraft({
  yardsticks,
  sandedOff,
}: Pick<ShopSettings, 'yardsticks' | 'sandedOff'>): Draft {
  const off = (grit: number) => sandedOff.find((one) => one.grit === grit)?.um;
  return Object.fromEntries([
    ...YARDSTICK_KEYS.flatMap((key) =>
      FIGURES.map((figure) => [`${key}.${figure.key}`, figureText(figure, yardsticks[key]?.[figure.key])]),
    ),
    ...SANDED_GRITS.map((grit) => {
      const own = off(grit);
      return [`off.${grit}`, own === undefined || own === sandedOffUm(grit) ? '' : bare('film', own)];
    }),
  ]);
}

/** What a pass takes off, by grit: as typed, and as usual where nothing is. */
function sandedOffIn(draft: Draft): { grit: number; um: number }[] {
  return SANDED_GRITS.map((grit) => {
    const text = String(draft[`off.${grit}`] ?? '').trim();
    const film = text === '' ? null : read('film', text);
    return { grit, um: film === null ? sandedOffUm(grit) : film.ok ? film.value : Number.NaN };
  });
}

function numberOf(figure: Figure, text: string, stored: number | undefined): number {
  if ('quantity' in figure) {
    const pace = read(figure.quantity, text, stored);
    return pace.ok ? pace.value : Number.NaN;
  }
  const number = parseDecimal(text, { suffixes: ['min', 's'] });
  return number.ok ? number.value : Number.NaN;
}

/**
 * The settings with the shop's own yardsticks. A row in which anything is typed is the shop's own: what is left empty in it is
 * nothing, but for set-up and clean-up, which stay as usual.
 */
export function readYardsticks(draft: Draft, known: ShopSettings): Reading<ShopSettings> {
  const yardsticks: Record<string, unknown> = {};
  for (const key of YARDSTICK_KEYS) {
    const typed = FIGURES.map((figure) => ({
      figure,
      text: String(draft[`${key}.${figure.key}`] ?? '').trim(),
    }));
    if (typed.every(({ text }) => text === '')) continue;
    const { setupMin, cleanupMin } = YARDSTICKS[key];
    yardsticks[key] = {
      setupMin,
      perPieceMin: 0,
      perM2Min: 0,
      perProfileMMin: 0,
      cleanupMin,
      ...Object.fromEntries(
        typed.flatMap(({ figure, text }) =>
          text === '' ? [] : [[figure.key, numberOf(figure, text, known.yardsticks[key]?.[figure.key])]],
        ),
      ),
    };
  }
  const sandedOff = sandedOffIn(draft);
  return readBySchema(ShopSettingsSchema, { ...known, yardsticks, sandedOff }, {}, (path) =>
    path
      .replace(/^yardsticks\./, '')
      .replace(/^sandedOff\.(\d+)\.um$/, (_, index) => `off.${SANDED_GRITS[Number(index)]}`),
  );
}
