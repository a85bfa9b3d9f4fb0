import { isSprayed } from '@upholder/core/catalogue';
import { cupReckoning } from '@upholder/core/equipment';
import { type MixRecord, pouredOf, SHAKEN_REST_MIN, strainerUm } from '@upholder/core/mixing';
import { show } from '../../base/voice.ts';
import { Button } from '../../parts/controls.tsx';
import { Volume } from './Amount.tsx';

/** Usual orifices where nobody said which gun it is, in µm: a 0.010 inch tip, a 1.5 mm needle. */
const USUAL_UM = { airless: 254, turbine: 1500 } as const;

/** What straining a mix wants, by the orifice that it goes through. */
function straining({ gun, applicator }: MixRecord): { um: number; through: string } | null {
  if (gun?.orificeUm) return { um: strainerUm(gun.orificeUm), through: gun.name };
  if (!isSprayed(applicator)) return null;
  return applicator === 'airless'
    ? { um: strainerUm(USUAL_UM.airless), through: `a ${show('tip', 0.254)} tip` }
    : { um: strainerUm(USUAL_UM.turbine), through: `a ${show('needle', 1.5)} needle` };
}

/** The mix when everything is in: stirred, rested where it was shaken, strained, filled. */
export function AllIn({ mix, now, onChange }: { mix: MixRecord; now: Date; onChange(mix: MixRecord): void }) {
  const strainer = straining(mix);
  const mixMl = Object.values(pouredOf(mix)).reduce((sum, ml) => sum + ml, 0);
  const fills = mix.gun?.cupMl ? cupReckoning(mixMl, { ...mix.gun, cupMl: mix.gun.cupMl }, null, 1) : null;
  const restsMs =
    mix.shakenAt === null ? 0 : Date.parse(mix.shakenAt) + SHAKEN_REST_MIN * 60_000 - now.getTime();
  return (
    <div className="leading-snug">
      <div className="flex flex-wrap items-center gap-4">
        <p className="flex-1 text-head">All components added. Stir, do not shake.</p>
        {restsMs > 0 ? (
          <p role="timer" className="text-arm">
            <span className="text-quiet text-lead">rests </span>
            <span className="quantity">
              {Math.floor(restsMs / 60_000)}:{String(Math.floor((restsMs % 60_000) / 1000)).padStart(2, '0')}
            </span>
          </p>
        ) : (
          mix.shakenAt === null && (
            <Button posture="floor" onClick={() => onChange({ ...mix, shakenAt: now.toISOString() })}>
              It was shaken
            </Button>
          )
        )}
      </div>
      {restsMs > 0 && (
        <p className="text-lead text-quiet">Shaking puts air in; it would show as bubbles in the film.</p>
      )}
      {strainer ? (
        <p className="mt-2 text-lead">
          Strain every pour: at most{' '}
          <span className="quantity text-arm">{show('strainer', strainer.um)}</span> for {strainer.through},
          finer for the last coat.
        </p>
      ) : (
        <p className="mt-2 text-lead">Strain anything that has stood, and every tin opened before.</p>
      )}
      {fills && fills.fills > 1 && (
        <p className="text-lead">
          <span className="quantity text-arm">{fills.fills}</span> fillings of the cup, the last of{' '}
          <span className="text-arm">
            <Volume ml={fills.lastMl} />
          </span>
          .
        </p>
      )}
    </div>
  );
}
