import type { JobDetail, ShopContext } from '@upholder/core/api';
import { APPLICATOR_TRAITS, APPLICATORS } from '@upholder/core/catalogue';
import { isStepItself } from '@upholder/core/jobs';
import { tagsOf } from '@upholder/core/pieces';
import { isRepair, joinWaits, type PlannedOp } from '@upholder/core/planning';
import { formatDuration } from '@upholder/core/units';
import { whenWords } from '../../base/times.ts';
import { holderWords, resourceName } from '../../job/placeWords.ts';
import { usePieceStates } from '../../job/useJobContext.ts';
import { GlyphStrip } from '../../parts/GlyphStrip.tsx';
import { PinPanel } from './PinPanel.tsx';

const PLACES: Record<string, string> = {
  bench: 'The bench is',
  booth: 'The booth is',
  rail: 'The rail is',
  rack: 'The rack is',
  room: 'The room is',
};

/** A place, or a kind of gun, as the head of a sentence. */
export function placeWords(id: string, shop: Pick<ShopContext, 'settings'>): string {
  const gun = APPLICATORS.find((one) => id === `gun ${one}`);
  if (gun) return `The gun (${APPLICATOR_TRAITS[gun].short}) is`;
  return PLACES[id] ?? `${resourceName(id, shop) ?? id} is`;
}

/** One task: who, when, which pieces, its clocks, and why it does not start earlier. */
export function OpDetail({
  op,
  detail,
  shop,
  now,
  isBusy,
  onPin,
}: {
  op: PlannedOp;
  detail: JobDetail;
  shop: ShopContext;
  now: number;
  isBusy: boolean;
  onPin(at: number | null): void;
}) {
  const states = usePieceStates(detail, shop);
  const at = (minute: number) => whenWords(minute, now, shop.timeZone);
  const names = new Map(detail.plan?.ops.map(({ id, name }) => [id, name]));
  const waits = joinWaits(op.waits, {
    op: (id) => names.get(id) ?? 'the film before',
    place: (id) => placeWords(id, shop),
  });
  const load = detail.plan?.loads.find(({ id }) => id === op.loadId);
  const dries = holderWords(load?.holderId, shop);
  const pieces = detail.pieces.filter(({ id }) => op.pieceIds.includes(id));
  const who = shop.crew.find(({ id }) => id === op.personId)?.name;
  const step = detail.steps.find(({ id }) => id === op.stepId);
  return (
    <div>
      <h2>{op.name}</h2>
      <p className="text-quiet">
        {load?.label} <span className="font-semibold text-ink">{tagsOf(detail.pieces, op.pieceIds)}</span>
      </p>
      <p className="mt-2">
        <span className="quantity">{at(op.start)}</span> to <span className="quantity">{at(op.end)}</span>
        {op.segments.length > 1 && `, in ${op.segments.length} parts`}
        {op.personId === null ? ', done' : who && `, ${who}`}
        {op.hold && dries !== '' && `; dries ${dries}`}
      </p>
      {op.lags && (
        <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-3">
          {(
            [
              ['may be sanded', op.lags.sand],
              ['recoat opens', op.lags.recoat],
              ['may be handled', op.lags.handle],
            ] as const
          ).map(([name, lag]) => (
            <div key={name} className="contents">
              <dt className="text-quiet">{name}</dt>
              <dd className="quantity text-right" title={`${formatDuration(lag ?? 0)} after the coat`}>
                {at(op.end + (lag ?? 0))}
              </dd>
            </div>
          ))}
          <dt className="text-quiet">window closes</dt>
          <dd className="quantity text-right">
            {op.windowMax === null ? 'stays open' : at(op.end + op.windowMax)}
          </dd>
        </dl>
      )}
      {op.gun?.goesOn && (
        <p className="mt-2">
          The gun already holds this paint: <span className="quantity">{formatDuration(op.setupMin)}</span> to
          fill it up.
        </p>
      )}
      {op.gun && op.gun.changeMin > 0 && (
        <p className="mt-2">
          <span className="quantity">{formatDuration(op.gun.changeMin)}</span> of its set-up is cleaning the
          previous paint out of the gun.
        </p>
      )}
      <h3 className="mt-4">Why not earlier</h3>
      {waits.length === 0 ? (
        <p className="text-quiet">Starts straight after the previous task.</p>
      ) : (
        <ol className="mt-1 flex flex-col gap-1.5">
          {waits.map(({ start, end, words }) => (
            <li key={start} className="leading-snug">
              <span className="quantity">until {at(end)}</span>{' '}
              <span className="text-quiet">({formatDuration(end - start)})</span>
              <br />
              {words}
            </li>
          ))}
        </ol>
      )}
      {op.personId !== null && !isRepair(op.id) && (
        <PinPanel
          key={`${op.id} ${op.start}`}
          op={op}
          pinnedAt={detail.plan?.planOptions.pins[op.id] ?? null}
          timeZone={shop.timeZone}
          isBusy={isBusy}
          onPin={onPin}
        />
      )}
      {step && isStepItself(op) && <p className="mt-4 text-quiet">{step.why}</p>}
      <GlyphStrip
        pieces={pieces}
        states={states}
        zones={detail.zones}
        size={38}
        perMetre
        now={now}
        className="mt-3"
      />
    </div>
  );
}
