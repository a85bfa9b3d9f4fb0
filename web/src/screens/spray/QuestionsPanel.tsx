import type { ShopContext } from '@upholder/core/api';
import {
  type AnswerCase,
  betterSide,
  FILM_QUESTIONS,
  type FilmQuestion,
  type FilmSheet,
  filmFigures,
  questionCases,
  type SideFigures,
  type SprayCase,
  type Surface,
  surfaceOf,
} from '@upholder/core/film';
import type { PieceSpec } from '@upholder/core/pieces';
import { choiceWords, METHODS, type MethodId, methodsOf } from '@upholder/core/systems';
import { useMemo, useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { useMay } from '../../api/useMay.ts';
import { show } from '../../base/voice.ts';
import { Button, Notice } from '../../parts/controls.tsx';
import { CELL_MM, useFilm } from '../../workers/useFilm.ts';
import { FilmMap } from './FilmMap.tsx';

const WORDS: Record<FilmQuestion, { ask: string; sides: [string, string] }> = {
  arc: { ask: 'What does swinging the arm by 20° do?', sides: ['straight', 'swung by 20°'] },
  overlap: { ask: 'Is 50 % overlap better than 30 %?', sides: ['50 % overlap', '30 % overlap'] },
  'inner-edges': { ask: 'Why are the inner edges dry?', sides: ['walls and edges first', 'face only'] },
  speed: { ask: 'Which speed gives the sheet’s film?', sides: ['at that speed', 'as it is set'] },
  flat: { ask: 'Flat or upright?', sides: ['lying flat', 'upright'] },
  'two-light': {
    ask: 'One heavy coat or two light ones?',
    sides: ['one of two light coats', 'one heavy coat'],
  },
};

/** The shop method that a question is about, with the answer that each side stands for. */
const METHOD_OF: Partial<Record<FilmQuestion, { id: MethodId; answers: [string, string] }>> = {
  overlap: { id: 'overlap', answers: ['50', '30'] },
  'inner-edges': { id: 'edges', answers: ['first', 'overspray'] },
  flat: { id: 'laying', answers: ['flat', 'hung'] },
  'two-light': { id: 'coats', answers: ['two-light', 'one-full'] },
};
const MOST_REASON = 300;

/** Makes the better side of an answer what the shop does, with the numbers as its reason. */
function ShopMethod({
  question,
  better,
  reason,
  shop,
}: {
  question: FilmQuestion;
  /** Null where neither is. */
  better: 0 | 1 | null;
  reason: string;
  shop: ShopContext;
}) {
  const [save, { isLoading }] = upholder.useChangeShopMutation();
  const mayChange = useMay('changeShop');
  const [problem, setProblem] = useState<string | null>(null);
  const method = METHOD_OF[question];
  if (!method) return null;
  const { id, answers } = method;
  const own = shop.settings.methods;
  const now = methodsOf(own)[id];
  const best = better === null ? null : answers[better];
  async function choose(answer: string): Promise<void> {
    const { version, name, timeZone, settings } = shop;
    const methods = {
      choices: { ...own.choices, [id]: answer },
      reasons: { ...own.reasons, [id]: reason.slice(0, MOST_REASON) },
    };
    const outcome = await save({ version, name, timeZone, settings: { ...settings, methods } });
    setProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  return (
    <div className="border-line border-t pt-3">
      <h3>Shop method: {METHODS[id].ask}</h3>
      <p>
        Now: <span className="font-semibold">{choiceWords(id, now)}</span>
        {own.reasons[id] && <span className="text-quiet">. {own.reasons[id]}</span>}
      </p>
      {best === null && <p className="text-quiet">On this piece neither gives the better film.</p>}
      {best === now && <p className="text-quiet">That gives the better film here.</p>}
      {mayChange && best !== null && best !== now && (
        <Button className="mt-2" disabled={isLoading} onClick={() => void choose(best)}>
          Make it “{choiceWords(id, best)}”
        </Button>
      )}
      {problem && <Notice kind="stop">{problem}</Notice>}
    </div>
  );
}

interface Side extends SideFigures {
  of: AnswerCase;
}

const whole = (um: number) => show('film', Math.round(um));
const share = (part: number) => `${Math.round(part * 100)}\u00a0%`;

const OVERLAP_WORDS = {
  0: 'Less overlap saves strokes and leaves stripes.',
  1: 'With this fan on this piece less overlap is the evener one, and it saves strokes.',
  neither: 'Nobody sees that difference on this piece; less overlap saves strokes.',
};

/** The answer in a sentence or two, out of what both sides came to. */
function answerWords(question: FilmQuestion, [a, b]: [Side, Side], better: 0 | 1 | null): string {
  switch (question) {
    case 'arc':
      return `The film varies by ${share(a.figures.cv)} straight and ${share(b.figures.cv)} swung, down to ${whole(b.figures.leastUm)}. In the middle of a stroke the gun is near and slow, at its ends far, slanting and fast.`;
    case 'overlap':
      return `At the same mean film it varies by ${share(a.figures.cv)} with half overlap and ${share(b.figures.cv)} with 30 %. ${OVERLAP_WORDS[better ?? 'neither']}`;
    case 'inner-edges':
      return `From the face alone the recess walls get ${whole(b.walls.meanUm)}: they stand along the spray. A narrow stroke into each wall first brings them to ${whole(a.walls.meanUm)}.`;
    case 'speed':
      return `${show('speed', a.of.of.setting.speedCmS)} gives the sheet’s film; as it is set, ${show('speed', b.of.of.setting.speedCmS)} gives ${whole(b.figures.meanUm)}.`;
    case 'flat':
      return `The same film: flat it holds up to ${whole(a.of.limits.sagUm)}, upright only ${whole(b.of.limits.sagUm)}. Upright ${share(b.figures.overShare)} of it would sag, flat ${share(a.figures.overShare)}.`;
    case 'two-light':
      return `Each light coat stays at ${whole(a.figures.meanUm)} and ${share(a.figures.overShare)} of it sags; the same paint in one coat is ${whole(b.figures.meanUm)}, and ${share(b.figures.overShare)} sags.`;
  }
}

function answerOf(question: FilmQuestion, sides: [Side, Side]) {
  const better = betterSide(question, sides);
  return { better, words: answerWords(question, sides, better) };
}

function useSide(piece: PieceSpec, surface: Surface, of: AnswerCase) {
  const laid = useFilm(piece, of.of);
  return useMemo(
    () =>
      laid && {
        filmUm: laid.deposit.filmUm,
        side: {
          of,
          figures: filmFigures(
            surface,
            laid.deposit.filmUm,
            of.limits,
            (part) => part !== 'wall' && part !== 'edge',
          ),
          walls: filmFigures(surface, laid.deposit.filmUm, of.limits, (part) => part === 'wall'),
        },
      },
    [laid, surface, of],
  );
}

function Answer({
  question,
  piece,
  cases: [first, second],
  isFlat,
  shop,
}: {
  question: FilmQuestion;
  piece: PieceSpec;
  cases: [AnswerCase, AnswerCase];
  isFlat: boolean;
  shop: ShopContext;
}) {
  const surface = useMemo(() => surfaceOf(piece, CELL_MM), [piece]);
  const [a, b] = [useSide(piece, surface, first), useSide(piece, surface, second)];
  const both = [a, b];
  const found = a && b && answerOf(question, [a.side, b.side]);
  const { sides } = WORDS[question];
  return (
    <div className="flex flex-col gap-3" aria-live="polite">
      <div className="grid grid-cols-2 gap-4">
        {both.map((one, index) => (
          <figure key={sides[index]}>
            <FilmMap
              piece={piece}
              surface={surface}
              filmUm={one?.filmUm ?? null}
              limits={one?.side.of.limits ?? first.limits}
              isUpright={question === 'flat' ? index === 1 : !isFlat}
              label={`Film, ${sides[index]}`}
            />
            <figcaption className="mt-1 font-semibold">{sides[index]}</figcaption>
            {one && (
              <p className="text-note text-quiet">
                {whole(one.side.figures.meanUm)}, varies {share(one.side.figures.cv)}, sags{' '}
                {share(one.side.figures.overShare)}
              </p>
            )}
          </figure>
        ))}
      </div>
      {found && (
        <>
          <p className="max-w-prose">{found.words}</p>
          <ShopMethod question={question} better={found.better} reason={found.words} shop={shop} />
        </>
      )}
    </div>
  );
}

/** What painters ask, each answered by two maps side by side. */
export function QuestionsPanel({
  piece,
  one,
  sheet,
  isFlat,
  shop,
  onCase,
}: {
  piece: PieceSpec;
  one: SprayCase;
  sheet: FilmSheet;
  isFlat: boolean;
  shop: ShopContext;
  onCase(next: SprayCase): void;
}) {
  const [question, setQuestion] = useState<FilmQuestion | null>(null);
  const cases = useMemo(
    () => question && questionCases(question, one, sheet, isFlat),
    [question, one, sheet, isFlat],
  );
  return (
    <div className="flex flex-col gap-3">
      <ul className="flex flex-col gap-1.5">
        {FILM_QUESTIONS.map((key) => (
          <li key={key}>
            <button
              type="button"
              aria-pressed={key === question}
              onClick={() => setQuestion(key === question ? null : key)}
              className={`min-h-10 w-full border-l-[6px] px-3 text-left ${key === question ? 'border-act bg-act-wash font-semibold' : 'border-line hover:bg-raised'}`}
            >
              {WORDS[key].ask}
            </button>
          </li>
        ))}
      </ul>
      {question && cases && (
        <>
          <Answer question={question} piece={piece} cases={cases} isFlat={isFlat} shop={shop} />
          <Button className="self-start" onClick={() => onCase(cases[0].of)}>
            Set up like “{WORDS[question].sides[0]}”
          </Button>
        </>
      )}
    </div>
  );
}
