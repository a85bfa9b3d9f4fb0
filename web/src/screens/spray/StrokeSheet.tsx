import type { ShopContext } from '@upholder/core/api';
import { startingCase } from '@upholder/core/equipment';
import {
  LESSON_PLANS,
  planOfCase,
  SPRAY_LESSONS,
  type SprayLesson,
  type Stroke,
  settingFilmUm,
} from '@upholder/core/film';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { show } from '../../base/voice.ts';
import { StrokeDrawing } from '../../job/StrokeDrawing.tsx';
import { Skeleton } from '../../parts/controls.tsx';
import { Paper, Part } from '../../parts/Paper.tsx';
import { SideScroll } from '../../parts/SideScroll.tsx';
import { LESSON_WORDS } from './PracticePanel.tsx';
import { filmSheetOf, SAMPLE_PIECES, useSprayChoice } from './useSprayCase.ts';

const RUNS = [1, 2, 3, 4, 5, 6];

const OF_WORDS: Record<Stroke['of'], string> = { wall: 'recess wall', edge: 'outer edge', face: 'face' };

const lengthOf = ({ fromX, fromY, toX, toY }: Stroke) => Math.hypot(toX - fromX, toY - fromY);

/** Strokes of a kind that take as long as each other, as a row: `1–4, recess wall, 340 mm, 0.9 s each`. */
function rowsOf(strokes: readonly Stroke[], speedCmS: number) {
  const rows: { from: number; to: number; of: Stroke['of']; mm: number; fanMm: number }[] = [];
  strokes.forEach((stroke, index) => {
    const mm = Math.round(lengthOf(stroke));
    const last = rows.at(-1);
    if (last && last.of === stroke.of && last.mm === mm) last.to = index + 1;
    else rows.push({ from: index + 1, to: index + 1, of: stroke.of, mm, fanMm: Math.round(stroke.fanMm) });
  });
  return rows.map((row) => ({ ...row, seconds: row.mm / (speedCmS * 10) }));
}

function lessonOf(key: string | null): SprayLesson | null {
  return SPRAY_LESSONS.find((one) => one === key) ?? null;
}

function Sheet({ shop }: { shop: ShopContext }) {
  const choice = useSprayChoice(shop);
  const [search] = useSearchParams();
  const lesson = lessonOf(search.get('lesson'));
  const { product, gun, chosen } = choice;
  const piece = lesson ? LESSON_PLANS[lesson].piece : (chosen ?? SAMPLE_PIECES[0])?.piece;
  const one = useMemo(
    () => product && startingCase(gun?.item, product.key, filmSheetOf(product.sheet).typicalUm),
    [gun, product],
  );
  if (!piece || !one || !product) return <Skeleton />;
  const plan = planOfCase(piece, one);
  const { flowMlMin, fanMm, overlap, speedCmS } = one.setting;
  const back = new URLSearchParams(search);
  back.set('open', lesson ? 'practice' : 'strokes');
  const facts: [string, string][] = [
    ['Gun', gun?.item.name ?? 'a usual turbine gun'],
    ['Set for', `${product.sheet.name}, ${show('film', Math.round(settingFilmUm(one.setting)))} wet`],
    ['Flow', show('flow', flowMlMin)],
    ['Fan', `${show('length', Math.round(fanMm))} at ${show('length', one.referenceMm)}`],
    ['Overlap', `${Math.round(overlap * 100)} %`],
    ['Distance', show('length', one.distanceMm)],
    ['Hand speed', show('speed', speedCmS)],
    ['Off the piece', `${show('length', one.leadMm)} at both ends`],
  ];
  return (
    <Paper print="Print the sheet" back={{ to: `/spray?${back}`, name: 'Back to Spray' }}>
      <header className="border-black border-b-[3px] pb-1">
        <p>{shop.name} · Name ______________________ Date ______________</p>
        <h1>{lesson ? `Practice: ${LESSON_WORDS[lesson].name}` : `Strokes: ${chosen?.name ?? piece.tag}`}</h1>
        <p>
          {show('length', piece.widthMm)} × {show('length', piece.heightMm)}.{' '}
          {lesson && LESSON_WORDS[lesson].goal}
        </p>
      </header>
      <div className="mt-3 grid grid-cols-[1fr_18rem] items-start gap-6 max-md:grid-cols-1 print:grid-cols-[1fr_18rem]">
        <StrokeDrawing piece={piece} plan={plan} className="max-h-[26rem] w-full" />
        <dl className="grid grid-cols-[6.5rem_1fr] gap-y-1">
          {facts.map(([name, value]) => (
            <div key={name} className="contents">
              <dt>{name}</dt>
              <dd className="font-semibold">{value}</dd>
            </div>
          ))}
        </dl>
      </div>
      <Part title="In this order">
        <table className="w-full text-left">
          <thead>
            <tr>
              <th scope="col">Strokes</th>
              <th scope="col">For</th>
              <th scope="col">Fan</th>
              <th scope="col">Length each</th>
              <th scope="col">Count to</th>
            </tr>
          </thead>
          <tbody>
            {rowsOf(plan.strokes, speedCmS).map((row) => (
              <tr key={row.from} className="border-black border-t">
                <td className="font-semibold">{row.from === row.to ? row.from : `${row.from}–${row.to}`}</td>
                <td>{OF_WORDS[row.of]}</td>
                <td>{show('length', row.fanMm)}</td>
                <td>{show('length', row.mm)}</td>
                <td>{row.seconds.toFixed(1)} s</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-1">
          {Math.round(plan.sprayS)} s of open trigger in all, {show('volume', plan.sprayedMl)}.
        </p>
      </Part>
      <Part title="With water on cardboard">
        <ol className="list-decimal pl-5">
          <li>Draw the piece on cardboard at full size and stand or lay it as you will the real one.</li>
          <li>Fill the cup with clean water. Less air than for paint: water breaks up more easily.</li>
          <li>Spray in the order above. Look along the cardboard against a light before it soaks in.</li>
          <li>
            Even and dark all over: right. Pale ends: the trigger was late. Stripes: aim at the last edge.
          </li>
        </ol>
      </Part>
      <Part title="Runs">
        <SideScroll label="Runs, one below the other">
          <table className="w-full table-fixed max-md:min-w-[34rem] print:min-w-0 border-collapse text-left ">
            <colgroup>
              <col className="w-[8%]" />
              <col className="w-[14%]" />
              <col className="w-[11%]" />
              <col className="w-[12%]" />
              <col className="w-[11%]" />
              <col />
            </colgroup>
            <thead>
              <tr>
                {['Run', 'Seconds', 'Ends', 'Stripes', 'Edges', 'To mend next time'].map((head) => (
                  <th key={head} scope="col" className="border border-black px-2 align-bottom max-md:px-0.5">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {RUNS.map((run) => (
                <tr key={run} className="h-8">
                  <td className="border border-black px-2">{run}</td>
                  <td className="border border-black" />
                  <td className="border border-black" />
                  <td className="border border-black" />
                  <td className="border border-black" />
                  <td className="border border-black" />
                </tr>
              ))}
            </tbody>
          </table>
        </SideScroll>
      </Part>
    </Paper>
  );
}

/** Strokes on paper: of a lesson to practise with water on cardboard, or of a piece for the wall of the booth. */
export function StrokeSheet() {
  const { data: shop } = upholder.useShopQuery();
  return shop ? <Sheet shop={shop} /> : <Skeleton />;
}
