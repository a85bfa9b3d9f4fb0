import { describe, expect, it } from 'vitest';
import { COAT_WAYS, type CoatWay, type WayZone } from '../../test/coatWays.ts';
import { SAMPLE_START, sampleId, sampleShop } from '../../test/sample.ts';
import { GENERIC_PRODUCTS, GENERIC_SUPPLIES, type ProductSheet } from '../catalogue/index.ts';
import type { Zone } from '../jobs/index.ts';
import { PIECE_DEFAULTS, type Piece, parseFastLine } from '../pieces/index.ts';
import { applyEdits, checkSequence } from '../rules/index.ts';
import { DEFAULT_SHOP_SETTINGS } from '../shop/index.ts';
import {
  FINISHING_SYSTEMS,
  generateSteps,
  methodsOf,
  type Step,
  type ZoneOptions,
} from '../systems/index.ts';
import { checkPlan, quickPlan } from './index.ts';

const sheetsOf = ({ sheets = {} }: CoatWay): Record<string, ProductSheet> => ({
  ...GENERIC_PRODUCTS,
  ...Object.fromEntries(
    Object.entries(sheets).map(([key, part]) => [
      key,
      { ...(GENERIC_PRODUCTS[key] as ProductSheet), ...part },
    ]),
  ),
});

function piecesOf({ lines }: WayZone, zoneId: string, from: number): Piece[] {
  const pieces: Piece[] = [];
  for (const line of lines) {
    const entry = parseFastLine(line);
    if (!entry.ok) throw new Error(`${line} is not understood`);
    for (let index = 0; index < entry.value.count; index += 1)
      pieces.push({
        ...PIECE_DEFAULTS,
        ...entry.value.piece,
        tag: `T${from + pieces.length}`,
        id: sampleId(3, from + pieces.length),
        zoneId,
        position: pieces.length,
      });
  }
  return pieces;
}

/** A way as a job: its zones with their choices, and their steps as they are changed by hand. */
function jobOf(way: CoatWay) {
  const sheets = sheetsOf(way);
  const settings = { ...DEFAULT_SHOP_SETTINGS, ...way.settings };
  const zones: (Zone & { options: ZoneOptions })[] = [];
  const steps: Step[] = [];
  const pieces: Piece[] = [];
  way.zones.forEach((zone, index) => {
    const zoneId = sampleId(1, index + 1);
    const options = { ...FINISHING_SYSTEMS[zone.systemId].defaults, ...zone.options };
    const own = piecesOf(zone, zoneId, pieces.length + 1);
    const drafts = generateSteps({
      systemId: zone.systemId,
      options,
      sheets,
      supplies: GENERIC_SUPPLIES,
      shop: settings,
      isOnSite: way.isOnSite ?? false,
      methods: methodsOf({ choices: way.methods ?? {} }),
      parts: own,
      ground: {
        substrate: zone.facts.substrate ?? null,
        survey: { ...(zone.facts.existing && { existing: zone.facts.existing }) },
      },
    });
    if (!drafts.ok) throw new Error(drafts.message);
    const done = applyEdits(drafts.value, zone.edits?.(drafts.value, sheets) ?? []);
    steps.push(
      ...done.map((draft, position) => ({
        ...draft,
        id: sampleId(20 + index, position + 1),
        zoneId,
        position,
      })),
    );
    pieces.push(...own);
    zones.push({
      id: zoneId,
      position: index,
      name: `Zone ${index + 1}`,
      oldColour: zone.facts.oldColour ?? '#8a5a33',
      newColour: zone.facts.newColour,
      substrate: zone.facts.substrate ?? null,
      survey: {},
      choiceReason: '',
      isEdited: true,
      customSystem: null,
      sharesWith: null,
      systemId: zone.systemId,
      options,
      ...{},
    } as Zone & { options: ZoneOptions });
  });
  return { zones, steps, pieces, sheets, settings };
}

describe.each(COAT_WAYS)('$code $name', (way) => {
  const { zones, steps, pieces, sheets, settings } = jobOf(way);

  it('meets no stop, and no warning that it is not known for', () => {
    const found = zones.flatMap((zone, index) =>
      checkSequence({
        steps: steps.filter(({ zoneId }) => zoneId === zone.id),
        sheets,
        supplies: GENERIC_SUPPLIES,
        layers: [],
        facts: {
          oldColour: zone.oldColour,
          newColour: zone.newColour,
          place: way.isOnSite ? 'client' : 'shop',
          hasBooth: true,
          boothRatedForSolvent: settings.boothRatedForSolvent,
          repairs: 0,
          replacements: 0,
          daysAgreed: null,
          bleed: 'none',
          beforeLeadBan: false,
          canLeave: true,
          look: 'hand texture',
          ...way.zones[index]?.facts,
        },
        pieces: pieces.filter(({ zoneId }) => zoneId === zone.id),
        options: zone.options,
        settings,
        climate: { airC: 20, rhPct: 50 },
        isOnSite: way.isOnSite ?? false,
      }),
    );
    expect(
      found
        .filter(({ severity }) => severity !== 'advise')
        .map(({ code, at, why }) => `${code} at ${at}: ${why}`),
    ).toEqual([]);
  });

  it('is planned in days that somebody would believe', () => {
    const shop = sampleShop({ sheets, settings, supplies: GENERIC_SUPPLIES });
    const plan = quickPlan({
      input: {
        job: {
          id: sampleId(0, 1),
          place: way.isOnSite ? 'client' : 'shop',
          startOn: '2026-11-23',
          room: null,
        } as never,
        zones,
        steps,
        pieces,
        log: [],
      },
      shop,
      now: SAMPLE_START,
      earlier: { loads: [], ops: [] },
    });
    if (!plan.ok) throw new Error(plan.message);
    expect(checkPlan(plan.value.problem, plan.value.plan)).toEqual([]);
    const worked = plan.value.plan.ops
      .filter(({ personId }) => personId !== null)
      .flatMap(({ segments }) => segments);
    const hours = worked.reduce((sum, { start, end }) => sum + end - start, 0) / 60;
    const days = new Set(worked.map(({ start }) => Math.floor(start / 1440))).size;
    expect([hours, days]).toEqual([
      expect.toSatisfy((value: number) => value >= way.hours[0] && value <= way.hours[1]),
      expect.toSatisfy((value: number) => value >= way.days[0] && value <= way.days[1]),
    ]);
  });
});
