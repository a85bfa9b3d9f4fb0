import {
  type FilmLimits,
  type FilmSheet,
  SETTING_UNKNOWNS,
  type SettingUnknown,
  type SprayCase,
  settingFilmUm,
  solveSetting,
  speedAdvice,
  type WantedFilm,
} from '@upholder/core/film';
import { type ReactNode, useState } from 'react';
import { show } from '../../base/voice.ts';
import { Button, Field, Notice, Select } from '../../parts/controls.tsx';
import { NumberEntry } from './NumberEntry.tsx';
import { FANS_MM, FLOWS_ML_MIN } from './ranges.ts';
import { TestCard } from './TestCard.tsx';

const UNKNOWN_WORDS: Record<SettingUnknown, string> = {
  film: 'wet film',
  flow: 'flow',
  fan: 'fan',
  overlap: 'overlap',
  speed: 'hand speed',
};

/** The case with one figure worked out of the others; as it is where nothing comes out. */
function solved(one: SprayCase, unknown: SettingUnknown, wftUm: number): SprayCase {
  const found = unknown === 'film' ? null : solveSetting(one.setting, unknown, wftUm);
  if (!found) return one;
  const { wftUm: _film, ...setting } = found;
  return { ...one, setting };
}

function Advice({
  one,
  wanted,
  onCase,
}: {
  one: SprayCase;
  /** Null where whoever asks named the film. */
  wanted: WantedFilm | null;
  onCase(next: SprayCase): void;
}) {
  const advice = speedAdvice(one.setting, wanted);
  if (!advice) return null;
  const { flowMlMin, fanMm, speedCmS } = advice;
  const at = (part: Partial<SprayCase['setting']>) =>
    onCase({ ...one, setting: { ...one.setting, speedCmS, ...part } });
  const isMore = flowMlMin !== null && flowMlMin > one.setting.flowMlMin;
  const speed = <span className="quantity">{show('speed', speedCmS)}</span>;
  const film = <span className="quantity">{show('film', advice.wftUm)}</span>;
  return (
    <Notice kind="stop">
      <p>
        <span className="quantity">{show('speed', one.setting.speedCmS)}</span> is too {advice.is} for a
        steady hand
        {advice.isOtherFilm && (
          <>, and {show('film', settingFilmUm(one.setting))} is no film for this product</>
        )}
        .{' '}
        {flowMlMin === null ? (
          <>
            Set as it is, {speed} gives {film}.
          </>
        ) : (
          <>
            At {speed} {advice.isOtherFilm ? film : 'the same film'} takes {isMore ? 'more' : 'less'} flow or
            a {isMore ? 'narrower' : 'wider'} fan, by knob, needle or tip.
          </>
        )}
      </p>
      <p className="mt-2 flex flex-wrap gap-2">
        {flowMlMin === null || fanMm === null ? (
          <Button onClick={() => at({})}>Hand speed {show('speed', speedCmS)}</Button>
        ) : (
          <>
            <Button onClick={() => at({ flowMlMin })}>Flow {show('flow', flowMlMin)}</Button>
            <Button onClick={() => at({ fanMm })}>Fan {show('length', Math.round(fanMm))}</Button>
          </>
        )}
      </p>
    </Notice>
  );
}

/** Wet film from flow, transfer, fan, overlap and speed, and any of them from the film. */
export function SetUpPanel({
  one,
  sheet,
  limits,
  onCase,
  children,
}: {
  one: SprayCase;
  sheet: FilmSheet;
  limits: FilmLimits;
  onCase(next: SprayCase): void;
  /** What is known of the gun. */
  children?: ReactNode;
}) {
  const [unknown, setUnknown] = useState<SettingUnknown>('film');
  const [wanted, setWanted] = useState(sheet.typicalUm);
  const { setting } = one;
  const film = settingFilmUm(setting);
  const write = (part: Partial<SprayCase>) => onCase(solved({ ...one, ...part }, unknown, wanted));
  const set = (part: Partial<SprayCase['setting']>) => write({ setting: { ...setting, ...part } });
  const { leastUm, typicalUm } = sheet;
  const wantedFilm = { leastUm, typicalUm, mostUm: limits.sagUm };
  const isImpossible = unknown === 'overlap' && solveSetting(setting, 'overlap', wanted) === null;
  return (
    <div className="flex flex-col gap-3">
      <Field label="Work out">
        {(ids) => (
          <Select
            {...ids}
            value={unknown}
            onChange={({ target }) => {
              const next = target.value as SettingUnknown;
              setUnknown(next);
              if (next !== 'film') {
                setWanted(sheet.typicalUm);
                onCase(solved(one, next, sheet.typicalUm));
              }
            }}
          >
            {SETTING_UNKNOWNS.map((key) => (
              <option key={key} value={key}>
                {UNKNOWN_WORDS[key]}
              </option>
            ))}
          </Select>
        )}
      </Field>
      <div className="grid grid-cols-2 gap-3">
        <NumberEntry
          label="Wet film"
          quantity="film"
          value={unknown === 'film' ? film : wanted}
          range={[10, 600]}
          isWorkedOut={unknown === 'film'}
          onValue={(um) => {
            setWanted(um);
            onCase(solved(one, unknown, um));
          }}
        />
        <NumberEntry
          label="Flow"
          quantity="flow"
          value={setting.flowMlMin}
          range={FLOWS_ML_MIN}
          isWorkedOut={unknown === 'flow'}
          onValue={(flowMlMin) => set({ flowMlMin })}
        />
        <NumberEntry
          label="Stays on a flat target"
          suffix=" %"
          value={setting.transfer * 100}
          range={[20, 95]}
          onValue={(percent) => set({ transfer: percent / 100 })}
        />
        <NumberEntry
          label="Fan on the piece"
          quantity="length"
          value={setting.fanMm}
          range={FANS_MM}
          isWorkedOut={unknown === 'fan'}
          onValue={(fanMm) => set({ fanMm })}
        />
        <NumberEntry
          label="Overlap"
          suffix=" %"
          value={setting.overlap * 100}
          range={[0, 85]}
          isWorkedOut={unknown === 'overlap'}
          onValue={(percent) => set({ overlap: percent / 100 })}
        />
        <NumberEntry
          label="Hand speed"
          quantity="speed"
          value={setting.speedCmS}
          range={[4, 150]}
          isWorkedOut={unknown === 'speed'}
          onValue={(speedCmS) => set({ speedCmS })}
        />
        <NumberEntry
          label="Distance"
          quantity="length"
          value={one.distanceMm}
          range={[80, 500]}
          onValue={(distanceMm) => write({ distanceMm })}
        />
        <NumberEntry
          label="Fan measured at"
          quantity="length"
          value={one.referenceMm}
          range={[80, 500]}
          onValue={(referenceMm) => write({ referenceMm })}
        />
      </div>
      {isImpossible && (
        <Notice kind="stop">
          No overlap gives that film: even strokes that only touch apply more. Less flow, a wider fan or a
          faster hand does.
        </Notice>
      )}
      <Advice one={one} wanted={unknown === 'film' ? wantedFilm : null} onCase={onCase} />
      <p className="text-note text-quiet">Film = flow × what stays ÷ (fan × (1 − overlap) × speed).</p>
      {children}
      <TestCard />
    </div>
  );
}
