import type { ShopContext } from '@upholder/core/api';
import type { ProductSheet } from '@upholder/core/catalogue';
import { sheetFactor } from '@upholder/core/drying';
import { areaOfLoad, lapJoints, rolledFilmUm, wetSection } from '@upholder/core/film';
import type { PieceSpec } from '@upholder/core/pieces';
import { formatDuration } from '@upholder/core/units';
import { type ReactNode, useState } from 'react';
import { show } from '../../base/voice.ts';
import { ChoiceRow } from '../../parts/ChoiceRow.tsx';
import { Card, Notice } from '../../parts/controls.tsx';
import { NumberEntry } from './NumberEntry.tsx';
import { RolledPiece } from './RolledPiece.tsx';

/** What a tool usually picks up, holds back and covers a minute, laid off. */
const TOOLS = {
  roller: { name: 'Roller', loadMl: 30, heldShare: 0.2, paceM2Min: 0.25 },
  brush: { name: 'Brush', loadMl: 8, heldShare: 0.15, paceM2Min: 0.08 },
} as const;
type Tool = keyof typeof TOOLS;

/**
 * Rolling and brushing: film by loading and spreading, how large a part may be done before its edge has to be met, and the piece with its members, joints and
 * laps beside it.
 */
export function RollingView({
  piece,
  sheet,
  climate,
  tabs,
}: {
  piece: PieceSpec;
  sheet: ProductSheet;
  climate: ShopContext['planningClimate'];
  tabs(children: ReactNode): ReactNode;
}) {
  const long = Math.max(piece.widthMm, piece.heightMm);
  const [wantedMm, setWanted] = useState<number | null>(null);
  const [tool, setTool] = useState<Tool>('roller');
  const [figures, setFigures] = useState<{ loadMl: number; areaM2: number; paceM2Min: number }>(() => ({
    loadMl: TOOLS.roller.loadMl,
    areaM2: areaOfLoad(TOOLS.roller.loadMl, TOOLS.roller.heldShare, sheet.wftTypUm),
    paceM2Min: TOOLS.roller.paceM2Min,
  }));
  const { heldShare } = TOOLS[tool];
  const film = rolledFilmUm({ ...figures, heldShare });
  // Warm and dry air shortens it, whatever the shop lets its other clocks do.
  const wetEdgeMin = sheet.wetEdgeMin === null ? null : sheet.wetEdgeMin * sheetFactor(sheet, climate);
  const section = wetEdgeMin === null ? null : wetSection(piece, wetEdgeMin, figures.paceM2Min);
  const isThin = film < sheet.wftMinUm;
  const isThick = film > sheet.wftMaxUm;
  const sectionMm = Math.min(long, wantedMm ?? section?.lengthMm ?? long);
  const joints = wetEdgeMin === null ? [] : lapJoints(piece, sectionMm, wetEdgeMin, figures.paceM2Min);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_26rem] items-start gap-4 max-lg:grid-cols-1">
      <RolledPiece piece={piece} joints={joints} />
      <Card className="p-4">
        {tabs(
          <div className="flex flex-col gap-3">
            <ChoiceRow
              label="Tool"
              value={tool}
              choices={(Object.keys(TOOLS) as Tool[]).map((key) => ({ value: key, words: TOOLS[key].name }))}
              className="flex gap-2"
              choiceClass={(isChosen) =>
                `press-h-9 border-[1.5px] px-3.5 font-semibold ${isChosen ? 'border-act bg-act-wash' : 'border-line bg-raised'}`
              }
              onChoose={(key) => {
                const { loadMl, heldShare: held, paceM2Min } = TOOLS[key];
                setTool(key);
                setWanted(null);
                setFigures({ loadMl, areaM2: areaOfLoad(loadMl, held, sheet.wftTypUm), paceM2Min });
              }}
            />
            <div key={tool} className="grid grid-cols-2 gap-3">
              <NumberEntry
                label="One load"
                quantity="volume"
                value={figures.loadMl}
                range={[1, 200]}
                onValue={(loadMl) => setFigures({ ...figures, loadMl })}
              />
              <NumberEntry
                label="Spread over"
                quantity="area"
                value={figures.areaM2}
                range={[0.01, 5]}
                onValue={(areaM2) => setFigures({ ...figures, areaM2 })}
              />
            </div>
            <p>
              <span className="quantity text-lead">{show('film', Math.round(film))}</span> wet;{' '}
              <span className={isThin || isThick ? 'font-semibold text-stop' : 'text-quiet'}>
                the sheet asks for {show('film', sheet.wftMinUm)} to {show('film', sheet.wftMaxUm)}
                {isThin ? ': load more often' : isThick ? ': spread it farther' : ''}.
              </span>
            </p>
            {section === null || wetEdgeMin === null ? (
              <Notice>
                The sheet says nothing about how long an edge stays wet. Enter it under Products &amp; stock,
                and this says how large a part may be done at once.
              </Notice>
            ) : (
              <Notice kind={section.isWhole ? 'act' : 'stop'}>
                An edge stays wet for {formatDuration(wetEdgeMin)} here.{' '}
                {section.isWhole
                  ? 'The whole piece can be done in one go.'
                  : `Do ${show('length', Math.round(section.lengthMm / 10) * 10)} at a time, ${show('area', section.areaM2)}: the next part has to run into it within ${formatDuration(section.minutes)}, or the lap shows.`}
              </Notice>
            )}
            {section !== null && (
              <NumberEntry
                key={`${tool} ${piece.widthMm} ${piece.heightMm}`}
                label="Done in one go, along the piece"
                quantity="length"
                value={sectionMm}
                range={[50, Math.max(60, long)]}
                onValue={setWanted}
              />
            )}
            <p className="text-note text-quiet">
              Roll the flats while the brushed parts are wet; a last light pass, nearly dry, all in one
              direction. Once it tacks, leave it alone: sand and coat again instead.
            </p>
          </div>,
        )}
      </Card>
    </div>
  );
}
