import { said } from '../said/index.ts';
import { degreasingPasses, findingsOf, type SurveyFacts } from './facts.ts';

/** A suggestion that follows from the answers, with its reason and the other way. */
export interface Advice {
  about: 'grain' | 'primer' | 'cleaning' | 'test' | 'finish';
  do: string;
  why: string;
  orElse: string;
}

function grainAdvice(facts: SurveyFacts): Advice[] {
  const { isOpenGrain, tone } = findingsOf(facts);
  if (!isOpenGrain || facts.look === 'clear wood') return [];
  if (facts.look === 'grain showing')
    return [
      {
        about: 'grain',
        do: said('survey.leave-the-pores-open'),
        why: said('survey.the-grain-is-to-be-seen'),
        orElse: said('survey.show-a-sample-with-half-the'),
      },
    ];
  const advice = {
    pale: {
      do: said('step.fill-the-grain'),
      why: said('survey.at-this-lightness-every-pore-reads'),
      orElse: said('survey.leave-it-and-show-the-client'),
    },
    middle: {
      do: said('survey.filling-is-your-choice'),
      why: said('survey.at-this-lightness-pores-show-in'),
      orElse: said('survey.decide-on-a-sample-half-filled'),
    },
    dark: {
      do: said('survey.do-not-fill'),
      why: said('survey.the-dark-colour-hides-the-pores'),
      orElse: said('survey.fill-if-a-mirror-flat-face'),
    },
  }[tone];
  return [{ about: 'grain', ...advice }];
}

function primerAdvice(facts: SurveyFacts): Advice[] {
  const { bleeds, tone, isPainted, deltaE, isLoose } = findingsOf(facts);
  if (bleeds && tone !== 'dark')
    return [
      {
        about: 'primer',
        do:
          facts.bleed === 'tannin'
            ? said('survey.solvent-or-shellac-blocker')
            : said('survey.shellac-blocker'),
        why: said('survey.what-bleeds-comes-through-pale-waterborne'),
        orElse: said('survey.a-waterborne-blocker-on-a-test'),
      },
    ];
  if (bleeds)
    return [
      {
        about: 'primer',
        do: said('survey.waterborne-blocking-primer'),
        why: said('survey.under-a-dark-colour-the-stain'),
        orElse: said('survey.straight-to-colour-if-the-old'),
      },
    ];
  if (isPainted && !isLoose && deltaE < 10)
    return [
      {
        about: 'primer',
        do: said('survey.no-primer-but-on-bare-spots'),
        why: said('survey.sound-paint-that-stays-near-its'),
        orElse: said('survey.one-bonding-primer-if-the-old'),
      },
    ];
  return [];
}

function cleaningAdvice(facts: SurveyFacts): Advice[] {
  const advice: Advice[] = [];
  if (facts.soil !== undefined) {
    const passes = degreasingPasses(facts.soil, facts.nicotine === true);
    advice.push({
      about: 'cleaning',
      do: said('survey.degreasing-before-the-first-film', { passes }),
      why:
        facts.soil === 'heavy'
          ? said('survey.grease-round-cooker-and-handles-is')
          : said('survey.grease-first-then-abrasive-then-wipe'),
      orElse: said('survey.go-by-the-cloth-it-has'),
    });
  }
  if (facts.tapeGlue)
    advice.push({
      about: 'cleaning',
      do: said('survey.scrape-bumpers-and-tape-glue-first'),
      why: said('survey.a-pad-only-smears-the-glue'),
      orElse: said('survey.citrus-or-spirit-on-a-cloth'),
    });
  return advice;
}

const FILM_BY_WIPE = {
  alcohol: said('survey.shellac-or-a-waterborne-acrylic'),
  'lacquer thinner': 'lacquer',
  neither: said('survey.cured-oil-paint-or-a-two'),
} as const;

function testAdvice(facts: SurveyFacts): Advice[] {
  const advice: Advice[] = [];
  if (facts.existing === undefined && facts.wipe === undefined)
    advice.push({
      about: 'test',
      do: said('survey.wipe-test-in-a-hidden-spot'),
      why: said('survey.alcohol-then-lacquer-thinner-what-softens'),
      orElse: said('survey.look-at-an-edge-or-a'),
    });
  if (facts.existing === undefined && facts.wipe !== undefined)
    advice.push({
      about: 'finish',
      do: `Probably ${FILM_BY_WIPE[facts.wipe]}`,
      why: said('survey.softened-by', { wipe: facts.wipe }),
      orElse: said('survey.treat-it-as-unknown-and-use'),
    });
  if (facts.adhesionGrade === undefined && facts.existing !== 'raw')
    advice.push({
      about: 'test',
      do: said('survey.cross-cut-tape-test'),
      why: said('survey.grade-0-to-2-holds-iso'),
      orElse: said('survey.a-coin-pressed-across-an-edge'),
    });
  if (facts.bleed === undefined && facts.substrate !== undefined && facts.substrate.includes('wood'))
    advice.push({
      about: 'test',
      do: said('survey.damp-white-cloth-on-bare-wood'),
      why: said('survey.a-yellow-or-brown-cloth-means'),
      orElse: said('survey.take-it-as-bleeding'),
    });
  return advice;
}

/** What the answers so far suggest: grain, primer, cleaning, and the tests that would settle what is open. */
export function adviceOf(facts: SurveyFacts): Advice[] {
  return [...grainAdvice(facts), ...primerAdvice(facts), ...cleaningAdvice(facts), ...testAdvice(facts)];
}
