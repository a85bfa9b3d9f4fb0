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
        do: 'Leave the pores open',
        why: 'The grain is to be seen.',
        orElse: 'Show a sample with half the face filled.',
      },
    ];
  const advice = {
    pale: {
      do: 'Fill the grain',
      why: 'At this lightness every pore reads as a dark line.',
      orElse: 'Leave it, and show the client a sample first.',
    },
    middle: {
      do: 'Filling is your choice',
      why: 'At this lightness pores show in raking light only.',
      orElse: 'Decide on a sample, half filled.',
    },
    dark: {
      do: 'Do not fill',
      why: 'The dark colour hides the pores; filling would double the preparation.',
      orElse: 'Fill if a mirror-flat face is the point.',
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
        do: facts.bleed === 'tannin' ? 'Solvent or shellac blocker' : 'Shellac blocker',
        why: 'What bleeds comes through pale waterborne paint, sometimes only after days.',
        orElse: 'A waterborne blocker, on a test piece left for a week.',
      },
    ];
  if (bleeds)
    return [
      {
        about: 'primer',
        do: 'Waterborne blocking primer',
        why: 'Under a dark colour the stain does not show.',
        orElse: 'Straight to colour, if the old film is sound.',
      },
    ];
  if (isPainted && !isLoose && deltaE < 10)
    return [
      {
        about: 'primer',
        do: 'No primer but on bare spots',
        why: 'Sound paint that stays near its colour is its own ground.',
        orElse: 'One bonding primer, if the old paint is glossy.',
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
      do: `${passes} degreasing ${passes === 1 ? 'pass' : 'passes'} before the first film`,
      why:
        facts.soil === 'heavy'
          ? 'Grease round cooker and handles is sanded in if any of it stays.'
          : 'Grease first, then abrasive, then wipe again.',
      orElse: 'Go by the cloth: it has to stay white.',
    });
  }
  if (facts.tapeGlue)
    advice.push({
      about: 'cleaning',
      do: 'Scrape bumpers and tape glue first',
      why: 'A pad only smears the glue, and paint does not bond to it.',
      orElse: 'Citrus or spirit on a cloth, then degrease.',
    });
  return advice;
}

const FILM_BY_WIPE = {
  alcohol: 'shellac or a waterborne acrylic',
  'lacquer thinner': 'lacquer',
  neither: 'cured oil paint or a two-part film',
} as const;

function testAdvice(facts: SurveyFacts): Advice[] {
  const advice: Advice[] = [];
  if (facts.existing === undefined && facts.wipe === undefined)
    advice.push({
      about: 'test',
      do: 'Wipe test in a hidden spot',
      why: 'Alcohol, then lacquer thinner: what softens the film says what it is.',
      orElse: 'Look at an edge or a hinge bore.',
    });
  if (facts.existing === undefined && facts.wipe !== undefined)
    advice.push({
      about: 'finish',
      do: `Probably ${FILM_BY_WIPE[facts.wipe]}`,
      why: `Softened by: ${facts.wipe}.`,
      orElse: 'Treat it as unknown and use a bonding primer.',
    });
  if (facts.adhesionGrade === undefined && facts.existing !== 'raw')
    advice.push({
      about: 'test',
      do: 'Cross-cut tape test',
      why: 'Grade 0 to 2 holds (ISO 2409); from 3 on strip where it comes off.',
      orElse: 'A coin pressed across an edge tells the worst.',
    });
  if (facts.bleed === undefined && facts.substrate !== undefined && facts.substrate.includes('wood'))
    advice.push({
      about: 'test',
      do: 'Damp white cloth on bare wood, ten minutes',
      why: 'A yellow or brown cloth means tannin or dye.',
      orElse: 'Take it as bleeding.',
    });
  return advice;
}

/** What the answers so far suggest: grain, primer, cleaning, and the tests that would settle what is open. */
export function adviceOf(facts: SurveyFacts): Advice[] {
  return [...grainAdvice(facts), ...primerAdvice(facts), ...cleaningAdvice(facts), ...testAdvice(facts)];
}
