import type { JobDetail, ShopContext } from '@upholder/core/api';
import type { CombReading, Fitted, GunFit, SprayCase } from '@upholder/core/film';
import { effectiveLog } from '@upholder/core/jobs';
import type { PieceSpec } from '@upholder/core/pieces';
import { toMinute } from '@upholder/core/shop';
import { useState } from 'react';
import { dayWords } from '../../base/times.ts';
import { show } from '../../base/voice.ts';
import { Button, Notice } from '../../parts/controls.tsx';
import { fitFromCombs } from '../../workers/useFilm.ts';
import { NumberEntry } from './NumberEntry.tsx';

/** Fewer readings do not fix flow, fan and profile. */
const LEAST_READINGS = 4;

/** Comb readings on a piece, and the one that waits for its place. */
export interface Combs {
  readings: readonly CombReading[];
  /** µm of the reading to be placed; null while none is. */
  placing: number | null;
}
export const NO_COMBS: Combs = { readings: [], placing: null };

/** What the log says of a product on a piece, as the comb read it. */
function loggedReadings(detail: JobDetail | undefined, pieceId: string, productKey: string) {
  return effectiveLog(detail?.log ?? []).flatMap(({ id, coat, pieceIds, doneAt, memberName }) =>
    coat && coat.wftUm !== null && coat.productKey === productKey && pieceIds.includes(pieceId)
      ? [{ id, um: coat.wftUm, doneAt, memberName }]
      : [],
  );
}

const within = ({ low, high }: Fitted, words: (value: number) => string) => `${words(low)} to ${words(high)}`;

function FitWords({ fit, one, onUse }: { fit: GunFit; one: SprayCase; onUse(): void }) {
  const { profile } = fit;
  const flow = one.setting.flowMlMin;
  const flowOf = (factor: number) => show('flow', Math.max(0, Math.round(flow * factor)));
  const fan = (mm: number) => show('length', Math.max(0, Math.round(mm)));
  return (
    <div className="border-act border-l-[6px] bg-act-wash px-3 py-2" role="status">
      <p>
        Flow <span className="quantity">{flowOf(fit.amount.value)}</span> ({within(fit.amount, flowOf)})
        {profile ? (
          <>
            , fan <span className="quantity">{fan(profile.fanMm.value)}</span> ({within(profile.fanMm, fan)}
            ), profile <span className="quantity">{profile.b.value.toFixed(1)}</span> (
            {within(profile.b, (b) => Math.max(1, b).toFixed(1))}), higher is softer at the ends.
          </>
        ) : (
          '. Fan and profile stay as they are: for these it takes readings of one stroke across its whole fan.'
        )}
      </p>
      <p className="text-note text-quiet">
        90 % confidence. The readings are off this by {show('film', Math.round(fit.offUm * 10) / 10)} on
        average; the flow assumes that what stays is as set above.
      </p>
      <Button className="mt-2" onClick={onUse}>
        Use this gun
      </Button>
    </div>
  );
}

/** Asks where a reading was taken: a press on the map, or two lengths. */
function Placing({
  um,
  piece,
  onPlace,
}: {
  um: number;
  piece: PieceSpec;
  onPlace(x: number, y: number): void;
}) {
  const [at, setAt] = useState({ x: piece.widthMm / 2, y: piece.heightMm / 2 });
  return (
    <Notice kind="act">
      <p>Press where {show('film', um)} was read, on the piece in the map, or enter the place:</p>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <div className="w-32">
          <NumberEntry
            label="From the left"
            quantity="length"
            value={at.x}
            range={[1, piece.widthMm - 1]}
            onValue={(x) => setAt({ ...at, x })}
          />
        </div>
        <div className="w-32">
          <NumberEntry
            label="From the top"
            quantity="length"
            value={at.y}
            range={[1, piece.heightMm - 1]}
            onValue={(y) => setAt({ ...at, y })}
          />
        </div>
        <Button onClick={() => onPlace(at.x, at.y)}>Place it here</Button>
      </div>
    </Notice>
  );
}

/** Comb readings over the map, and the gun that they say it is. */
export function CombPanel({
  combs,
  onCombs,
  piece,
  pieceId,
  productKey,
  one,
  detail,
  shop,
  onCase,
}: {
  combs: Combs;
  onCombs(combs: Combs): void;
  piece: PieceSpec;
  pieceId: string;
  productKey: string;
  one: SprayCase;
  detail: JobDetail | undefined;
  shop: ShopContext;
  onCase(next: SprayCase): void;
}) {
  const [um, setUm] = useState(90);
  const [fit, setFit] = useState<{ of: Combs; found: GunFit | null } | null>(null);
  const [isBusy, setBusy] = useState(false);
  const { readings, placing } = combs;
  const logged = loggedReadings(detail, pieceId, productKey);
  const found = fit?.of === combs ? fit : null;
  async function work(): Promise<void> {
    setBusy(true);
    setFit({ of: combs, found: await fitFromCombs(piece, one, readings) });
    setBusy(false);
  }
  return (
    <details className="border-line border-t pt-3">
      <summary className="cursor-pointer font-semibold">Comb readings: what this gun really does</summary>
      <div className="mt-2 flex flex-col gap-3">
        <p className="text-note text-quiet">
          Spray the piece as it is set here, press the comb into the wet film at {LEAST_READINGS} places or
          more, some under a stroke and some between two, and enter each.
        </p>
        {logged.map(({ id, um: read, doneAt, memberName }) => (
          <p key={id} className="flex flex-wrap items-center gap-2">
            <span className="quantity">{show('film', read)}</span>
            <span className="text-quiet">
              logged {dayWords(toMinute(doneAt), shop.timeZone)}, {memberName}
            </span>
            <Button onClick={() => onCombs({ ...combs, placing: read })}>Place it</Button>
          </p>
        ))}
        <div className="flex items-end gap-3">
          <div className="w-36">
            <NumberEntry label="Comb" quantity="film" value={um} range={[5, 1000]} onValue={setUm} />
          </div>
          <Button onClick={() => onCombs({ ...combs, placing: um })}>Place it on the map</Button>
        </div>
        {placing !== null && (
          <Placing
            um={placing}
            piece={piece}
            onPlace={(x, y) => onCombs({ placing: null, readings: [...readings, { x, y, um: placing }] })}
          />
        )}
        {readings.length > 0 && (
          <ul className="flex flex-col gap-1" aria-label="Comb readings">
            {readings.map((reading) => (
              <li key={`${reading.x} ${reading.y}`} className="flex items-center gap-2">
                <span className="quantity">{show('film', reading.um)}</span>
                <span className="text-quiet">
                  {show('length', Math.round(reading.x))} right, {show('length', Math.round(reading.y))} down
                </span>
                <Button
                  kind="quiet"
                  onClick={() =>
                    onCombs({ ...combs, readings: readings.filter((other) => other !== reading) })
                  }
                >
                  Remove
                </Button>
              </li>
            ))}
          </ul>
        )}
        <Button
          className="self-start"
          disabled={readings.length < LEAST_READINGS || isBusy}
          onClick={() => void work()}
        >
          {isBusy
            ? 'Working it out…'
            : readings.length < LEAST_READINGS
              ? `Work out the gun (${LEAST_READINGS - readings.length} more)`
              : 'Work out the gun'}
        </Button>
        {found?.found === null && (
          <Notice kind="stop">
            These readings do not fix it: take some at other distances from the strokes, not all in a row
            along one.
          </Notice>
        )}
        {found?.found && (
          <FitWords
            fit={found.found}
            one={one}
            onUse={() => {
              const { amount, profile } = found.found ?? {};
              if (!amount) return;
              const setting = {
                ...one.setting,
                flowMlMin: Math.round(one.setting.flowMlMin * amount.value),
                ...(profile && { fanMm: Math.round(profile.fanMm.value) }),
              };
              const b = profile ? Math.round(profile.b.value * 100) / 100 : one.b;
              onCase({ ...one, b, setting });
            }}
          />
        )}
      </div>
    </details>
  );
}
