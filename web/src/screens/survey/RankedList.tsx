import type { ShopContext, ZoneRow } from '@upholder/core/api';
import type { RankedSystem } from '@upholder/core/survey';
import { type CustomSystemVersion, FINISHING_SYSTEMS, type SystemId } from '@upholder/core/systems';
import { useState } from 'react';
import { money } from '../../base/voice.ts';
import { Button } from '../../parts/controls.tsx';
import { QUESTION_WORDS } from './Follows.tsx';
import { fitWords } from './fitWords.ts';
import type { SurveyFindings } from './useSurvey.ts';

/** Points that reach this far fill half of the beam. */
/** So many are compared side by side at most. */
export const MOST_COMPARED = 3;
const FULL_POINTS = 100;

/** What speaks for and against, as weights on a beam; what nobody answered yet is hatched. */
export function Beam({ system }: { system: RankedSystem }) {
  const share = (points: number) => Math.min(50, (Math.abs(points) / FULL_POINTS) * 50);
  let left = 0;
  let right = 0;
  const bars = system.terms.map((term) => {
    const width = share(term.points);
    const start = term.points < 0 ? 50 - left - width : 50 + right;
    if (term.points < 0) left += width;
    else right += width;
    return { ...term, start, width };
  });
  const lower = share(system.points - system.range[0]);
  const upper = share(system.range[1] - system.points);
  return (
    <div className="relative h-5 overflow-hidden" aria-hidden="true">
      <div className="absolute inset-y-0 left-1/2 w-px bg-ink" />
      {lower > 0 && (
        <div className="hatched absolute inset-y-1" style={{ right: `${50 + left}%`, width: `${lower}%` }} />
      )}
      {upper > 0 && (
        <div className="hatched absolute inset-y-1" style={{ left: `${50 + right}%`, width: `${upper}%` }} />
      )}
      {bars.map(({ why, points, start, width }) => (
        <div
          key={why}
          title={why}
          className={`absolute inset-y-0.5 border-sheet border-r ${points < 0 ? 'bg-stop' : 'bg-ink'}`}
          style={{ left: `${start}%`, width: `${width}%` }}
        />
      ))}
    </div>
  );
}

/** What speaks for a system and against it; by how much, for whoever asks. */
export function Terms({ system, withPoints = false }: { system: RankedSystem; withPoints?: boolean }) {
  return (
    <ul className="leading-snug">
      {system.exclusions.map((why) => (
        <li key={why} className="grid grid-cols-[4.2rem_1fr] gap-2 py-0.5 text-stop">
          <span className="text-right font-semibold">out</span>
          <span>{why}</span>
        </li>
      ))}
      {system.terms.map(({ points, why }) => (
        <li key={why} className="grid grid-cols-[4.2rem_1fr] gap-2 py-0.5">
          <span className={`quantity text-right ${points < 0 ? 'text-stop' : ''}`}>
            {withPoints ? `${points > 0 ? '+' : '−'}${Math.abs(points)}` : points > 0 ? 'for' : 'against'}
          </span>
          <span>{why}</span>
        </li>
      ))}
      {system.open.map(({ question, ruledOutBy, lowest, highest }) => (
        <li key={question} className="grid grid-cols-[4.2rem_1fr] gap-2 py-0.5 text-quiet">
          <span className="quantity text-right">
            {!withPoints || (lowest === 0 && highest === 0)
              ? '?'
              : `${lowest === 0 ? '' : `−${-lowest}`}${lowest !== 0 && highest !== 0 ? '/' : ''}${highest === 0 ? '' : `+${highest}`}`}
          </span>
          <span>
            Open: {QUESTION_WORDS[question]} …{ruledOutBy.length > 0 && ` out if ${ruledOutBy.join(', ')}`}
          </span>
        </li>
      ))}
    </ul>
  );
}

export interface ListProps {
  findings: SurveyFindings;
  zone: ZoneRow;
  shop: ShopContext;
  compared: readonly SystemId[];
  onCompare(id: SystemId): void;
  onChoose(id: SystemId, own?: CustomSystemVersion): void;
}

export function Figures({ findings, systemId }: Pick<ListProps, 'findings'> & { systemId: SystemId }) {
  const outlook = findings.outlooks?.[systemId];
  if (!outlook || findings.pieces.length === 0) return <span className="text-quiet">–</span>;
  const unpriced = outlook.unpriced.length > 0 ? `, without ${outlook.unpriced.join(', ')}` : '';
  return (
    <dl className="quantity grid grid-cols-[repeat(4,auto)] gap-x-4 text-right">
      <div
        title={
          outlook.noPlan ??
          'calendar days until refit by a quick plan: hours, rail, rack and booth, allowing for other jobs'
        }
      >
        <dd>{outlook.days ?? '–'}</dd>
        <dt className="font-normal text-small text-quiet">days</dt>
      </div>
      <div title="total hands-on hours">
        <dd>{Math.round(outlook.hours)}</dd>
        <dt className="font-normal text-small text-quiet">hours</dt>
      </div>
      <div title={`coatings pro rata by the film method${unpriced}`}>
        <dd>{money(outlook.material)}</dd>
        <dt className="font-normal text-small text-quiet">material</dt>
      </div>
      <div title="films applied, fillers and edge coats included">
        <dd>{outlook.films}</dd>
        <dt className="font-normal text-small text-quiet">films</dt>
      </div>
    </dl>
  );
}

export function RankedList({ findings, zone, shop, compared, onCompare, onChoose }: ListProps) {
  const [openId, setOpenId] = useState<SystemId | null>(findings.ranking[0]?.systemId ?? null);
  const [hasPoints, setPoints] = useState(false);
  const isHere = (id: SystemId) => zone.systemId === id && zone.customSystem === null;
  return (
    <ol className="bg-sheet" aria-label="Ranked systems">
      {findings.ranking.map((system, index) => {
        const { systemId, exclusions, points } = system;
        const { name, outline } = FINISHING_SYSTEMS[systemId];
        const isOut = exclusions.length > 0;
        const isOpen = openId === systemId;
        const isFirstOut = isOut && findings.ranking[index - 1]?.exclusions.length === 0;
        return (
          <li
            key={systemId}
            className={`border-line border-b ${isFirstOut ? 'border-t-[3px] border-t-ink' : ''}`}
          >
            <div className="grid grid-cols-[2.75rem_2.4rem_minmax(0,1fr)_11rem_14.5rem] items-center gap-3 px-3 py-2 max-lg:grid-cols-[2.75rem_2.4rem_minmax(0,1fr)_14.5rem] max-md:grid-cols-[2.75rem_2.4rem_minmax(0,1fr)]">
              <input
                type="checkbox"
                aria-label={`Compare ${systemId}`}
                checked={compared.includes(systemId)}
                disabled={!compared.includes(systemId) && compared.length >= MOST_COMPARED}
                onChange={() => onCompare(systemId)}
                className="mx-auto size-5 accent-(--act)"
              />
              <span
                className={
                  zone.systemId === systemId
                    ? 'tape justify-self-center'
                    : 'justify-self-center font-semibold text-quiet'
                }
              >
                {systemId}
              </span>
              <button
                type="button"
                aria-expanded={isOpen}
                onClick={() => setOpenId(isOpen ? null : systemId)}
                className="press-h-11 text-left leading-snug"
              >
                <span className={`font-semibold ${isOut ? 'text-quiet' : ''}`}>{name}</span>
                <span className="block text-small text-quiet">
                  <span className={`font-semibold ${isOut ? 'text-stop' : 'text-ink'}`}>
                    {fitWords(system)}.
                  </span>{' '}
                  {isOut ? exclusions[0] : outline}
                </span>
              </button>
              <div className="max-lg:hidden">{!isOut && <Beam system={system} />}</div>
              <div className="max-md:col-span-2 max-md:col-start-2">
                <Figures findings={findings} systemId={systemId} />
              </div>
            </div>
            {isOpen && (
              <div className="grid grid-cols-[1fr_auto] gap-6 max-md:grid-cols-1 border-line border-t bg-raised px-5 py-3">
                <div>
                  <Terms system={system} withPoints={hasPoints} />
                  <p className="mt-1 text-note text-quiet">
                    <button
                      type="button"
                      aria-expanded={hasPoints}
                      className="min-h-8 text-act underline underline-offset-2"
                      onClick={() => setPoints(!hasPoints)}
                    >
                      {hasPoints ? 'Hide the numbers' : 'Show the numbers'}
                    </button>
                    {hasPoints && (
                      <>
                        {' '}
                        <span className="quantity text-ink">{points}</span> points, starting from 50
                        {system.range[0] !== system.range[1] &&
                          `; ${system.range[0]} to ${system.range[1]} while questions are open`}
                      </>
                    )}
                  </p>
                  {shop.systems
                    .filter(({ baseId }) => baseId === systemId)
                    .map((own) => (
                      <div
                        key={own.id}
                        className="mt-3 flex items-center gap-4 border-tape border-l-[6px] pl-3"
                      >
                        <p className="min-w-0 flex-1 leading-snug">
                          <span className="font-semibold">{own.name}</span>, custom, version {own.version}
                          <span className="block text-small text-quiet">{own.fits}</span>
                        </p>
                        <Button className="press-h-11" onClick={() => onChoose(systemId, own)}>
                          {zone.customSystem?.id === own.id ? 'Edit reason' : 'Choose custom'}
                        </Button>
                      </div>
                    ))}
                </div>
                <div className="self-end">
                  <Button
                    kind={isOut ? 'plain' : 'act'}
                    className="press-h-11"
                    onClick={() => onChoose(systemId)}
                  >
                    {isHere(systemId) ? 'Edit reason' : `Choose ${systemId}`}
                  </Button>
                </div>
              </div>
            )}
          </li>
        );
      })}
    </ol>
  );
}
