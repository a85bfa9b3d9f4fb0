import {
  type FilmSheet,
  SETTING_UNKNOWNS,
  type SettingUnknown,
  type SprayCase,
  settingFilmUm,
  solveSetting,
  speedAdvice,
} from '@upholder/core/film';
import { type ReactNode, useState } from 'react';
import { show } from '../../base/voice.ts';
import { Button, Field, Notice, Select } from '../../parts/controls.tsx';
import { NumberEntry } from './NumberEntry.tsx';
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

function Advice({ one, onCase }: { one: SprayCase; onCase(next: SprayCase): void }) {
  const advice = speedAdvice(one.setting);
  if (!advice) return null;
  const at = (part: Partial<SprayCase['setting']>) =>
    onCase({ ...one, setting: { ...one.setting, speedCmS: advice.speedCmS, ...part } });
  const isSlow = advice.is === 'slow';
  return (
    <Notice kind="stop">
      <p>
        <span className="quantity">{show('speed', one.setting.speedCmS)}</span> is too {advice.is} for a
        steady hand. At <span className="quantity">{show('speed', advice.speedCmS)}</span> the same film takes{' '}
        {isSlow ? 'more' : 'less'} flow or a {isSlow ? 'narrower' : 'wider'} fan, by knob, needle or tip.
      </p>
      <p className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => at({ flowMlMin: advice.flowMlMin })}>
          Flow {show('flow', advice.flowMlMin)}
        </Button>
        <Button onClick={() => at({ fanMm: advice.fanMm })}>
          Fan {show('length', Math.round(advice.fanMm))}
        </Button>
      </p>
    </Notice>
  );
}

/** Wet film from flow, transfer, fan, overlap and speed, and any of them from the film. */
export function SetUpPanel({
  one,
  sheet,
  onCase,
  children,
}: {
  one: SprayCase;
  sheet: FilmSheet;
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
          range={[20, 1500]}
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
          range={[40, 500]}
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
      <Advice one={one} onCase={onCase} />
      <p className="text-note text-quiet">Film = flow × what stays ÷ (fan × (1 − overlap) × speed).</p>
      {children}
      <TestCard />
    </div>
  );
}
