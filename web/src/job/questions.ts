import type { ZoneRow } from '@upholder/core/api';
import { SUBSTRATES } from '@upholder/core/jobs';
import { regional } from '@upholder/core/said';
import {
  BLEEDS,
  CLEARANCES,
  EXISTING_FINISHES,
  GLOSSES,
  LEAD_TESTS,
  LOOKS,
  PULLS,
  ROOMS,
  SHEENS,
  SOILS,
  SOUNDNESS,
  type SurveyAnswers,
  WIPE_RESULTS,
} from '@upholder/core/survey';

type AnswerKey = Exclude<
  keyof SurveyAnswers,
  'sample' | 'roomOutDays' | 'replacementStock' | 'replacementsOn'
>;
export type QuestionKey = AnswerKey | 'substrate';

/** A question with a few possible answers. */
export interface Question {
  key: QuestionKey;
  ask: string;
  /** Value → words on the button. */
  choices: readonly (readonly [value: string | number | boolean, words: string])[];
  /** How to find out, or what hangs on it. */
  hint?: string;
  /** Whether it makes sense for a zone, given what is known. */
  stepAppliesTo?(zone: ZoneRow): boolean;
}

export interface Section {
  key: string;
  title: string;
  questions: readonly Question[];
}

const plain = (values: readonly string[]) => values.map((value) => [value, value] as const);
const yesNo = [
  [true, 'yes'],
  [false, 'no'],
] as const;

const isNotRaw = ({ survey }: ZoneRow) => survey.existing !== 'raw';
const mayBleed = ({ substrate }: ZoneRow) =>
  substrate !== 'MDF' && substrate !== 'foil or laminate' && substrate !== 'metal';

/** The survey in the order the eye takes it in. Colours and treatments have controls of their own. */
export const SECTIONS: readonly Section[] = [
  {
    key: 'sound',
    title: 'Sound?',
    questions: [
      {
        key: 'soundness',
        ask: 'Warped, split, swollen, loose?',
        choices: [
          [SOUNDNESS[0], 'sound'],
          [SOUNDNESS[1], 'here and there'],
          [SOUNDNESS[2], 'failing'],
        ],
        hint: 'No coating fixes a split. Mark those pieces “replace” below.',
      },
    ],
  },
  {
    key: 'substrate',
    title: 'Made of',
    questions: [
      {
        key: 'substrate',
        ask: 'What is under the finish?',
        choices: plain(SUBSTRATES),
        hint: 'Look at an unfinished edge or a hinge bore.',
      },
      {
        key: 'bleed',
        ask: 'Does it bleed?',
        choices: [
          [BLEEDS[0], 'no'],
          [BLEEDS[1], 'tannin'],
          [BLEEDS[2], 'dye, red stain'],
          [BLEEDS[3], 'knots'],
        ],
        hint: 'Oak and chestnut: tannin. Cherry and stained woods: dye. Pine: knots.',
        stepAppliesTo: mayBleed,
      },
      {
        key: 'isThinFace',
        ask: 'Veneer too thin to machine-sand?',
        choices: yesNo,
        hint: 'Paper foil, thin veneer.',
        stepAppliesTo: ({ substrate }) => substrate === 'foil or laminate' || substrate === 'veneered ply',
      },
      {
        key: 'foilPeels',
        ask: 'Does the foil lift?',
        choices: yesNo,
        stepAppliesTo: ({ substrate }) => substrate === 'foil or laminate',
      },
      {
        key: 'asbestos',
        ask: 'Backing with asbestos?',
        choices: [
          [CLEARANCES[0], 'no'],
          [CLEARANCES[1], 'suspected'],
          [CLEARANCES[2], 'cleared'],
        ],
      },
    ],
  },
  {
    key: 'finish',
    title: 'Old finish',
    questions: [
      { key: 'existing', ask: 'What is on it?', choices: plain(EXISTING_FINISHES) },
      {
        key: 'wipe',
        ask: 'Softened by',
        choices: plain(WIPE_RESULTS),
        hint: 'Wipe in a hidden spot: alcohol first, then lacquer thinner.',
        stepAppliesTo: ({ survey }) => survey.existing === undefined,
      },
      { key: 'gloss', ask: 'Sheen now', choices: plain(GLOSSES), stepAppliesTo: isNotRaw },
      {
        key: 'adhesionGrade',
        ask: 'Tape test, grade',
        choices: [0, 1, 2, 3, 4, 5].map((grade) => [grade, String(grade)] as const),
        hint: '0 nothing comes off, 5 most of it (ISO 2409).',
        stepAppliesTo: isNotRaw,
      },
      { key: 'flaking', ask: 'Flaking?', choices: yesNo, stepAppliesTo: isNotRaw },
      {
        key: 'waxOrSilicone',
        ask: 'Wax, polish, silicone?',
        choices: [
          [CLEARANCES[0], 'no'],
          [CLEARANCES[1], 'suspected'],
          [CLEARANCES[2], 'washed, tested'],
        ],
        stepAppliesTo: isNotRaw,
      },
      { key: 'beforeLeadBan', ask: 'Older than the lead ban?', choices: yesNo, stepAppliesTo: isNotRaw },
      {
        key: 'leadTest',
        ask: 'Lead test',
        choices: plain(LEAD_TESTS),
        stepAppliesTo: ({ survey }) => survey.beforeLeadBan === true && survey.existing !== 'raw',
      },
    ],
  },
  {
    key: 'soil',
    title: 'Soil',
    questions: [
      {
        key: 'soil',
        ask: 'How greasy?',
        choices: [
          [SOILS[0], 'light'],
          [SOILS[1], 'kitchen, normal'],
          [SOILS[2], 'heavy'],
        ],
      },
      { key: 'nicotine', ask: 'Nicotine?', choices: yesNo },
      { key: 'tapeGlue', ask: 'Bumpers, tape glue?', choices: yesNo },
    ],
  },
  { key: 'colour', title: regional('Colour'), questions: [] },
  {
    key: 'use',
    title: 'Use',
    questions: [
      { key: 'room', ask: 'Which room is it in?', choices: plain(ROOMS) },
      { key: 'pulls', ask: 'Opened by', choices: plain(PULLS) },
      { key: 'canLeave', ask: 'Can pieces leave the building?', choices: yesNo },
      { key: 'vulnerable', ask: 'Asthma, infants, pets?', choices: yesNo },
      { key: 'hingesRenewed', ask: 'Hinges replaced?', choices: yesNo },
      { key: 'boxInsides', ask: 'Finish cabinet interiors too?', choices: yesNo },
    ],
  },
  {
    key: 'look',
    title: 'Look',
    questions: [
      {
        key: 'look',
        ask: 'Which look is wanted?',
        choices: plain(LOOKS),
        hint: 'Agree it on a sample before choosing anything else.',
      },
      { key: 'sheen', ask: 'Sheen', choices: plain(SHEENS) },
    ],
  },
];

/** What a zone answers to a question; undefined while it is not known. */
export function answerOf(zone: ZoneRow, key: QuestionKey): string | number | boolean | undefined {
  return key === 'substrate' ? (zone.substrate ?? undefined) : zone.survey[key];
}

/** How many of the questions that concern a zone are answered. */
export function progressOf(zone: ZoneRow): { answered: number; asked: number } {
  const questions = SECTIONS.flatMap((section) => section.questions).filter(
    (question) => question.stepAppliesTo?.(zone) ?? true,
  );
  return {
    answered: questions.filter(({ key }) => answerOf(zone, key) !== undefined).length,
    asked: questions.length,
  };
}
