import type { Session } from '@upholder/core/api';
import { Delete } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { people } from '../../api/people.ts';
import { refusalOf } from '../../api/upholder.ts';
import { Button, Notice } from '../../parts/controls.tsx';
import { useCamera } from '../../parts/useCamera.ts';

type Tablet = NonNullable<Session['tablet']>;
type Person = Tablet['members'][number];

const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '', '0', 'back'];
const BADGE_START = 'upholder-badge:';
/** A reader types a badge faster than anybody types; a longer gap starts over. */
const READER_GAP_MS = 100;

/** Listens for a badge that a reader types in like a keyboard. */
function useBadgeReader(onBadge: (badge: string) => void): void {
  const told = useRef(onBadge);
  useEffect(() => {
    told.current = onBadge;
  });
  useEffect(() => {
    let read = '';
    let last = 0;
    function press({ key, timeStamp }: KeyboardEvent): void {
      if (timeStamp - last > READER_GAP_MS) read = '';
      last = timeStamp;
      if (key.length === 1) read += key;
      else if (key === 'Enter' && read.startsWith(BADGE_START)) told.current(read);
    }
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}

/** The keypad for a PIN: the last digit signs in. */
function Keypad({
  person,
  isBusy,
  onPin,
  onBack,
}: {
  person: Person;
  isBusy: boolean;
  onPin(pin: string): Promise<boolean>;
  onBack(): void;
}) {
  // Kept beside what is shown: fingers are faster than drawing.
  const typed = useRef('');
  const [pin, setPin] = useState('');
  const digits = person.pinDigits ?? 4;
  function show(next: string): void {
    typed.current = next;
    setPin(next);
  }
  async function press(key: string): Promise<void> {
    if (isBusy || typed.current.length === digits) return;
    if (key === 'back') return show(typed.current.slice(0, -1));
    show(typed.current + key);
    if (typed.current.length === digits && !(await onPin(typed.current))) show('');
  }
  const latest = useRef(press);
  useEffect(() => {
    latest.current = press;
  });
  useEffect(() => {
    function type({ key }: KeyboardEvent): void {
      if (/^\d$/.test(key)) void latest.current(key);
      else if (key === 'Backspace') void latest.current('back');
    }
    window.addEventListener('keydown', type);
    return () => window.removeEventListener('keydown', type);
  }, []);
  return (
    <section aria-label={`PIN of ${person.name}`} className="flex flex-col items-center gap-5">
      <h2 className="text-arm">{person.name}</h2>
      <p role="status" aria-label={`${pin.length} of ${digits} digits`} className="flex gap-3">
        {Array.from({ length: digits }, (_, at) => (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: the dots are all alike
            key={at}
            className={`size-5 rounded-full border-2 border-ink ${at < pin.length ? 'bg-ink' : ''}`}
          />
        ))}
      </p>
      <div className="grid grid-cols-3 gap-3">
        {DIGITS.map((key) =>
          key === '' ? (
            <span key="gap" />
          ) : (
            <button
              key={key}
              type="button"
              aria-label={key === 'back' ? 'Delete the last digit' : key}
              className="grid h-20 w-28 place-items-center rounded-[3px] border-[1.5px] border-ink bg-raised font-bold text-arm active:bg-closed"
              onClick={() => void press(key)}
            >
              {key === 'back' ? <Delete size={32} /> : key}
            </button>
          ),
        )}
      </div>
      <Button posture="floor" onClick={onBack}>
        Someone else
      </Button>
    </section>
  );
}

/** The shop's tablet between two people: a name and a PIN, or a badge. */
export function TabletScreen({
  tablet,
  onDone,
  onPassword,
}: {
  tablet: Tablet;
  onDone(): void;
  onPassword(): void;
}) {
  const [chosen, choose] = useState<Person | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [byPin, pinCall] = people.usePinSignInMutation();
  const [byBadge] = people.useBadgeSignInMutation();
  function finished(outcome: { data?: unknown; error?: unknown }): boolean {
    if (outcome.error) setProblem(refusalOf(outcome.error).message);
    else onDone();
    return !outcome.error;
  }
  const badge = async (text: string) => void finished(await byBadge(text));
  const camera = useCamera(
    (text) => void badge(text),
    () => setProblem('The camera cannot be used here. Choose your name instead.'),
  );
  useBadgeReader((text) => void badge(text));
  const hasBadges = tablet.members.some(({ hasBadge }) => hasBadge);
  return (
    <main className="flex min-h-screen flex-col items-center gap-6 p-6">
      <div className="w-full max-w-4xl text-center">
        <h1 className="text-head [font-stretch:122%]">{tablet.shopName}</h1>
        <p className="text-quiet">{tablet.name}</p>
      </div>
      {problem && (
        <div className="w-full max-w-2xl">
          <Notice kind="stop">{problem}</Notice>
        </div>
      )}
      {chosen ? (
        <Keypad
          key={chosen.id}
          person={chosen}
          isBusy={pinCall.isLoading}
          onPin={async (pin) => {
            setProblem(null);
            return finished(await byPin({ memberId: chosen.id, pin }));
          }}
          onBack={() => {
            setProblem(null);
            choose(null);
          }}
        />
      ) : (
        <section aria-label="Who is it?" className="w-full max-w-4xl">
          <h2 className="mb-4 text-center text-head">
            {tablet.members.length === 0 ? 'No one has a PIN or a badge yet' : 'Who is it?'}
          </h2>
          {tablet.members.length === 0 && (
            <p className="text-center text-quiet">An owner sets them under Shop, People.</p>
          )}
          <div className="grid grid-cols-[repeat(auto-fill,minmax(14rem,1fr))] gap-3">
            {tablet.members.map((person) => (
              <button
                key={person.id}
                type="button"
                disabled={person.pinDigits === null}
                className="min-h-24 rounded-[3px] border-[1.5px] border-ink bg-raised px-5 text-left font-bold text-head active:bg-closed"
                onClick={() => {
                  setProblem(null);
                  choose(person);
                }}
              >
                {person.name}
                {person.pinDigits === null && (
                  <span className="block font-normal text-note text-quiet">badge only</span>
                )}
              </button>
            ))}
          </div>
        </section>
      )}
      {camera.isWatching && (
        <video
          ref={camera.video}
          playsInline
          muted
          className="w-full max-w-md bg-ink"
          aria-label="What the camera sees"
        />
      )}
      <div className="mt-auto flex flex-wrap justify-center gap-3">
        {hasBadges && camera.isThere && (
          <Button posture="floor" onClick={() => camera.watch(!camera.isWatching)}>
            {camera.isWatching ? 'Stop the camera' : 'Scan badge'}
          </Button>
        )}
        <Button posture="floor" kind="quiet" onClick={onPassword}>
          Sign in with a password
        </Button>
      </div>
    </main>
  );
}
