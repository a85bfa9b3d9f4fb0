import { findingsOf, type SurveyFacts } from './facts.ts';

/** Always said at the end of cautions. */
export const SAFETY_FOOTNOTE =
  'Follow the product’s safety data sheet, local codes and licensed practice; this is not legal advice.';

/** Something that can hurt someone, or ruin the work, at this zone. */
export interface Caution {
  /** Stays the same, so that an acknowledgement can name it. */
  code: string;
  /** `stop`: nothing is planned before it is cleared, or taken on in writing. */
  severity: 'stop' | 'caution';
  title: string;
  text: string;
}

function caution(code: string, severity: Caution['severity'], title: string, text: string): Caution {
  return { code, severity, title, text };
}

function hazards(facts: SurveyFacts): Caution[] {
  const found: Caution[] = [];
  const isOldFilm = facts.existing !== 'raw';
  if (facts.leadTest === 'positive')
    found.push(
      caution(
        'lead',
        'stop',
        'Lead in the old paint',
        'No sanding, no stripping, no heat. Licensed practice and local rules decide what happens next; mark the zone cleared once they have.',
      ),
    );
  else if (facts.beforeLeadBan && isOldFilm && facts.leadTest !== 'negative' && facts.leadTest !== 'cleared')
    found.push(
      caution(
        'lead',
        'stop',
        'May hold lead: not tested',
        'Fitted before the ban on lead in paint. Test every layer before the first stroke of an abrasive.',
      ),
    );
  else if (facts.beforeLeadBan === undefined && isOldFilm)
    found.push(
      caution(
        'lead-age',
        'caution',
        'Age not known',
        'Find out when it was fitted; if that was before the country’s lead ban, test before sanding.',
      ),
    );
  if (facts.asbestos === 'suspected')
    found.push(
      caution(
        'asbestos',
        'stop',
        'Backing may hold asbestos',
        'Do not drill, break or sand. A licensed surveyor takes the sample; go on once it is cleared.',
      ),
    );
  return found;
}

function surfaceRisks(facts: SurveyFacts): Caution[] {
  const found: Caution[] = [];
  if (facts.waxOrSilicone === 'suspected')
    found.push(
      caution(
        'silicone',
        'stop',
        'Wax, polish or silicone',
        'Causes fisheyes. Wash with solvent, change cloths, repeat, then coat a test patch; no barrier coat over wax. Mark it cleared when the patch lies flat.',
      ),
    );
  if (facts.foilPeels)
    found.push(
      caution(
        'peeling-foil',
        'stop',
        'Foil lifts',
        'Paint cannot hold foil down. Give these pieces the verdict “replace”.',
      ),
    );
  if (findingsOf(facts).isLoose)
    found.push(
      caution(
        'loose-film',
        'caution',
        'The old film lets go',
        'Strip where it flakes or comes off with the tape; new paint only holds as well as what is under it.',
      ),
    );
  if (facts.isThinFace)
    found.push(
      caution(
        'thin-face',
        'caution',
        'Thin face',
        'No machine: fine pad by hand, synthetic under waterborne coats. Wire wool leaves rust specks.',
      ),
    );
  return found;
}

function placeRisks(facts: SurveyFacts): Caution[] {
  const found: Caution[] = [];
  const { isWorkedInRoom } = findingsOf(facts);
  if (isWorkedInRoom && facts.vulnerable)
    found.push(
      caution(
        'vulnerable',
        'caution',
        'Someone sensitive at home',
        'Waterborne only, closed tent, extraction to the outside, and agree in writing when the room may be used again.',
      ),
    );
  if (facts.nicotine)
    found.push(
      caution(
        'nicotine',
        'caution',
        'Nicotine',
        'An alkaline wash more, and a blocking primer, or it yellows from below. Gloves and goggles.',
      ),
    );
  return found;
}

/** What choosing a build-up adds, by the products it lays. */
export interface BuildUpProducts {
  base: string;
  isIsocyanate: boolean;
  isSprayed: boolean;
  name: string;
}

function productRisks(facts: SurveyFacts, products: readonly BuildUpProducts[]): Caution[] {
  const found: Caution[] = [];
  const isocyanate = products.find((product) => product.isIsocyanate);
  if (isocyanate)
    found.push(
      caution(
        'isocyanate',
        'stop',
        'Isocyanate hardener',
        `${isocyanate.name}: supplied air, covered skin, trained people only, nobody else near. One exposure can be enough for life-long asthma.`,
      ),
    );
  const lacquer = products.find((product) => product.isSprayed && product.base !== 'water');
  if (lacquer && !facts.boothRatedForSolvent)
    found.push(
      caution(
        'unrated-booth',
        'stop',
        'Solvent mist without a rated booth',
        `${lacquer.name} is sprayed only where fan and fittings are rated for solvent. Choose another system, or another place.`,
      ),
    );
  const solvent = products.find(({ base }) => base === 'mineral-spirit' || base === 'alcohol');
  if (solvent)
    found.push(
      caution(
        'solvent',
        'caution',
        'Flammable vapour',
        `${solvent.name}: brush or roll it with the windows open, no flame or pilot light; oily rags into a lidded metal can with water.`,
      ),
    );
  return found;
}

/**
 * Cautions and stops of a zone, gravest first: lead, asbestos, silicone, people at home, and what the chosen build-up
 * brings. Unknown answers give a caution, never silence.
 */
export function cautionsOf(facts: SurveyFacts, products: readonly BuildUpProducts[] = []): Caution[] {
  const all = [
    ...hazards(facts),
    ...surfaceRisks(facts),
    ...placeRisks(facts),
    ...productRisks(facts, products),
  ];
  return [
    ...all.filter(({ severity }) => severity === 'stop'),
    ...all.filter(({ severity }) => severity !== 'stop'),
  ];
}

/** Stops that nobody has taken on in writing. */
export function openStops(cautions: readonly Caution[], acknowledged: ReadonlySet<string>): Caution[] {
  return cautions.filter(({ severity, code }) => severity === 'stop' && !acknowledged.has(code));
}
