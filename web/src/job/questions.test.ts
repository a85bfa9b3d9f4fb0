import type { ZoneRow } from '@upholder/core/api';
import { SurveyAnswersSchema, withAnswers } from '@upholder/core/survey';
import { describe, expect, it } from 'vitest';
import { answerOf, progressOf, SECTIONS } from './questions.ts';

const zone: ZoneRow = {
  id: '1',
  position: 0,
  name: 'Wall',
  oldColour: '#4a2e1f',
  newColour: '#a9cfc0',
  substrate: null,
  survey: {},
  systemId: null,
  options: null,
  choiceReason: '',
  isEdited: false,
  customSystem: null,
  sharesWith: null,
  version: 1,
};
const questions = SECTIONS.flatMap((section) => section.questions);
const asked = (change: Partial<ZoneRow>) =>
  questions
    .filter(({ stepAppliesTo }) => stepAppliesTo?.({ ...zone, ...change }) ?? true)
    .map(({ key }) => key);

describe('the questions', () => {
  it('stand in the order in which the eye takes the woodwork in', () => {
    expect(SECTIONS.map(({ key }) => key)).toEqual([
      'sound',
      'substrate',
      'finish',
      'soil',
      'colour',
      'use',
      'look',
    ]);
  });

  it('are each asked once and offer only answers that are kept', () => {
    expect(new Set(questions.map(({ key }) => key)).size).toBe(questions.length);
    for (const { key, choices } of questions) {
      if (key === 'substrate') continue;
      for (const [value] of choices)
        expect([key, value, SurveyAnswersSchema.safeParse({ [key]: value }).success]).toEqual([
          key,
          value,
          true,
        ]);
    }
  });

  it('cover everything that a survey can hold, but for what has controls of its own', () => {
    const own = ['sample', 'roomOutDays', 'replacementStock', 'replacementsOn'];
    const all = Object.keys(SurveyAnswersSchema.shape).filter((key) => !own.includes(key));
    expect(
      questions
        .map(({ key }) => key)
        .filter((key) => key !== 'substrate')
        .sort(),
    ).toEqual(all.sort());
  });

  it('have no more answers than digit keys', () => {
    for (const { choices } of questions) expect(choices.length).toBeLessThanOrEqual(9);
  });

  it.each([
    [
      'raw stock is not asked about its old film',
      { survey: { existing: 'raw' as const } },
      ['gloss', 'flaking', 'leadTest', 'wipe'],
      false,
    ],
    [
      'an old film before the ban is asked for its test',
      { survey: { beforeLeadBan: true } },
      ['leadTest'],
      true,
    ],
    ['a younger one is not', { survey: { beforeLeadBan: false } }, ['leadTest'], false],
    ['board does not bleed', { substrate: 'MDF' as const }, ['bleed'], false],
    ['foil may lift', { substrate: 'foil or laminate' as const }, ['foilPeels', 'isThinFace'], true],
    ['oak has no foil', { substrate: 'open-grain hardwood' as const }, ['foilPeels', 'isThinFace'], false],
    [
      'a film that is known needs no wipe test',
      { survey: { existing: 'clear lacquer' as const } },
      ['wipe'],
      false,
    ],
  ])('%s', (_what, change, keys, isAsked) => {
    for (const key of keys) expect([key, asked(change).includes(key as never)]).toEqual([key, isAsked]);
  });
});

describe('progress', () => {
  it('counts only what concerns the zone, and a no as an answer', () => {
    const before = progressOf(zone);
    expect(before.answered).toBe(0);
    const answered = { ...zone, survey: withAnswers(zone.survey, { flaking: false, adhesionGrade: 0 }) };
    expect(progressOf(answered)).toEqual({ answered: 2, asked: before.asked });
    expect(answerOf(answered, 'flaking')).toBe(false);
    expect(answerOf(answered, 'adhesionGrade')).toBe(0);
    expect(answerOf(answered, 'soil')).toBeUndefined();
    const raw = { ...zone, survey: { existing: 'raw' as const } };
    expect(progressOf(raw).asked).toBeLessThan(before.asked);
  });
});
