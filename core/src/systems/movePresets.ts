import { isRolled, meantBy } from '../catalogue/applicators.ts';
import { type Applicator, isSprayed, type ProductSheet } from '../catalogue/sheet.ts';
import { WHOLE_PARTS } from '../pieces/area.ts';
import { type Application, ApplicationSchema } from './application.ts';
import { does, OPERATION_TRAITS } from './operations.ts';
import type { StepDraft } from './step.ts';

/** Usual ways of doing a step with more than one tool. */
export const MOVE_PRESETS = [
  'brush-roll',
  'brush-roll-tip',
  'gun-roll',
  'brush-gun',
  'machine-hand',
  'film-foam',
] as const;
export type MovePreset = (typeof MOVE_PRESETS)[number];

const move = (part: Partial<Application>): Application =>
  ApplicationSchema.parse({ parts: ['flats'], ...part });

/** The first of the tools that a step may use; its own goes before the others. */
function toolFor(
  { applicator }: Pick<StepDraft, 'applicator'>,
  tools: readonly Applicator[],
  fits: (tool: Applicator) => boolean,
): Applicator | undefined {
  return applicator !== null && fits(applicator) && tools.includes(applicator)
    ? applicator
    : tools.find(fits);
}

/** The moves of a way; null where the sheet lists no tool for one of them. */
function movesFor(preset: MovePreset, step: StepDraft, tools: readonly Applicator[]): Application[] | null {
  const brush = tools.includes('brush') ? 'brush' : null;
  const roller = toolFor(step, tools, isRolled) ?? null;
  const gun = toolFor(step, tools, (tool) => isSprayed(tool) && tool !== 'aerosol') ?? null;
  const around = { parts: ['edges', 'profiles'] as Application['parts'] };
  switch (preset) {
    case 'brush-roll':
      return brush && roller ? [move({ ...around, applicator: brush }), move({ applicator: roller })] : null;
    case 'brush-roll-tip': {
      const first = movesFor('brush-roll', step, tools);
      return first && [...first, move({ parts: [...WHOLE_PARTS], applicator: 'brush', laysOff: true })];
    }
    case 'gun-roll':
      return gun && roller ? [move({ ...around, applicator: gun }), move({ applicator: roller })] : null;
    case 'brush-gun':
      return brush && gun
        ? [
            move({ parts: ['edges'], applicator: brush }),
            move({ parts: ['profiles', 'flats'], applicator: gun }),
          ]
        : null;
    case 'machine-hand':
    case 'film-foam':
      return null;
  }
}

/** Film on the flats, open foam on edges and profiles, closed foam in the corners: those of the stores where they are of that grit. */
export function filmAndFoam(grit: number | null): Application[] {
  const own = (supplyKey: string) => (grit === 320 ? supplyKey : null);
  return [
    move({ byMachine: true, supplyKey: own('film-320') }),
    move({ parts: ['edges', 'profiles'], supplyKey: own('foam-320') }),
    move({ parts: ['corners'], supplyKey: own('foam-closed-320') }),
  ];
}

/** Whether a step may be done in several moves: a film, or whatever is rubbed with an abrasive. */
export function takesMoves(step: Pick<StepDraft, 'operation' | 'isEdgesOnly'>): boolean {
  if (step.isEdgesOnly) return false;
  return does(step, 'laysFilm') || OPERATION_TRAITS[step.operation].supplies.includes('abrasive');
}

/** The usual ways that a step may be done in, with the moves of each. */
export function presetsFor(
  step: StepDraft,
  sheet: ProductSheet | undefined,
): { preset: MovePreset; applications: Application[] }[] {
  if (!takesMoves(step)) return [];
  if (!does(step, 'laysFilm'))
    return [
      {
        preset: 'machine-hand',
        applications: [move({ byMachine: true }), move({ parts: ['edges', 'profiles'] })],
      },
      {
        preset: 'film-foam',
        applications: filmAndFoam(step.grit),
      },
    ];
  const tools = sheet ? meantBy(sheet.applicators) : [];
  return MOVE_PRESETS.flatMap((preset) => {
    const applications = movesFor(preset, step, tools);
    return applications ? [{ preset, applications }] : [];
  });
}

/** What of a move tells one way from another, whatever it is thinned with or how wide its tool is. */
const kindOf = ({ parts, applicator, laysOff, byMachine }: Application) =>
  `${parts.join()} ${applicator} ${laysOff} ${byMachine}`;

/** The usual way that a step is done in; null where it is in one go, or in moves of its own. */
export function presetOf(step: StepDraft, sheet: ProductSheet | undefined): MovePreset | null {
  const own = step.applications.map(kindOf).join('; ');
  return (
    presetsFor(step, sheet).find(({ applications }) => applications.map(kindOf).join('; ') === own)?.preset ??
    null
  );
}
