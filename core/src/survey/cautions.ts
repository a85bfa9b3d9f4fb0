import { said } from '../said/index.ts';
import { findingsOf, type SurveyFacts } from './facts.ts';

/** Always said at the end of cautions. */
export const SAFETY_FOOTNOTE = said('survey.follow-the-products-safety-data-sheet');

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
        said('survey.lead-in-the-old-paint'),
        said('survey.no-sanding-no-stripping-no-heat'),
      ),
    );
  else if (facts.beforeLeadBan && isOldFilm && facts.leadTest !== 'negative' && facts.leadTest !== 'cleared')
    found.push(
      caution(
        'lead',
        'stop',
        said('survey.may-hold-lead-not-tested'),
        said('survey.fitted-before-the-ban-on-lead'),
      ),
    );
  else if (facts.beforeLeadBan === undefined && isOldFilm)
    found.push(
      caution(
        'lead-age',
        'caution',
        said('survey.age-not-known'),
        said('survey.find-out-when-it-was-fitted'),
      ),
    );
  if (facts.asbestos === 'suspected')
    found.push(
      caution(
        'asbestos',
        'stop',
        said('survey.backing-may-hold-asbestos'),
        said('survey.do-not-drill-break-or-sand'),
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
        said('survey.wax-polish-or-silicone'),
        said('survey.causes-fisheyes-wash-with-solvent-change'),
      ),
    );
  if (facts.foilPeels)
    found.push(
      caution(
        'peeling-foil',
        'stop',
        said('survey.foil-lifts'),
        said('survey.paint-cannot-hold-foil-down-give'),
      ),
    );
  if (findingsOf(facts).isLoose)
    found.push(
      caution(
        'loose-film',
        'caution',
        said('survey.the-old-film-lets-go'),
        said('survey.strip-where-it-flakes-or-comes'),
      ),
    );
  if (facts.isThinFace)
    found.push(
      caution('thin-face', 'caution', said('survey.thin-face'), said('survey.no-machine-fine-pad-by-hand')),
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
        said('survey.someone-sensitive-at-home'),
        said('survey.waterborne-only-closed-tent-extraction-to'),
      ),
    );
  if (facts.nicotine)
    found.push(caution('nicotine', 'caution', 'Nicotine', said('survey.an-alkaline-wash-more-and-a')));
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
        said('survey.isocyanate-hardener'),
        said('survey.supplied-air-covered-skin-trained-people', { name: isocyanate.name }),
      ),
    );
  const lacquer = products.find((product) => product.isSprayed && product.base !== 'water');
  if (lacquer && !facts.boothRatedForSolvent)
    found.push(
      caution(
        'unrated-booth',
        'stop',
        said('survey.solvent-mist-without-a-rated-booth'),
        said('survey.is-sprayed-only-where-fan-and', { name: lacquer.name }),
      ),
    );
  const solvent = products.find(({ base }) => base === 'mineral-spirit' || base === 'alcohol');
  if (solvent)
    found.push(
      caution(
        'solvent',
        'caution',
        said('survey.flammable-vapour'),
        said('survey.brush-or-roll-it-with-the', { name: solvent.name }),
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
