import type { Session } from '@upholder/core/api';
import { PIECE_DEFAULTS } from '@upholder/core/pieces';
import { type FormEvent, useState } from 'react';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Button, Field, Notice, TextInput } from '../../parts/controls.tsx';
import { GlyphPatterns } from '../../parts/glyphParts.tsx';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';

const DOOR = { ...PIECE_DEFAULTS, widthMm: 400, heightMm: 620 };
const STAGES = (['bare', 'clean', 'keyed', 'filled', 'primed', 'wet', 'dry', 'cured'] as const).map(
  (state) => ({
    state,
    side: { state, wetUntil: null, isColour: state !== 'primed' },
  }),
);

/** Who is there. The demo needs one press, a shop a name and a password. */
export function SignInScreen({
  session,
  onDone,
  onBack,
}: {
  session: Session;
  onDone(): void;
  /** Back to names and PINs, on a tablet of the shop. */
  onBack: (() => void) | null;
}) {
  const [signIn, setSignIn] = useState('');
  const [password, setPassword] = useState('');
  const [attempt, { isLoading, error }] = upholder.useSignInMutation();
  const [enterDemo, demo] = upholder.useDemoSignInMutation();
  const failed = error ?? demo.error;
  const refusal = failed ? refusalOf(failed) : null;
  async function submit(event: FormEvent): Promise<void> {
    event.preventDefault();
    if (!('error' in (await attempt({ signIn, password })))) onDone();
  }
  return (
    <main className="grid min-h-screen grid-cols-1 place-items-center p-6 max-md:p-3">
      <GlyphPatterns />
      <div className="w-full min-w-0 max-w-3xl">
        <div className="flex items-end gap-4 overflow-hidden px-1" aria-hidden="true">
          {STAGES.map(({ state, side }) => (
            <PieceGlyph
              key={state}
              piece={DOOR}
              states={{ front: side, back: side }}
              colour="#a9cfc0"
              size={104}
            />
          ))}
        </div>
        <div className="mt-2 bg-sheet p-8 max-md:p-5">
          <h1 className="text-arm [font-stretch:122%]">Upholder</h1>
          <p className="mt-2 max-w-prose text-lead text-quiet">
            What to do now, what to mix and how much, when to recoat, and whether it will be done by Friday.
          </p>
          {refusal && (
            <div className="mt-5">
              <Notice kind="stop">{refusal.message}</Notice>
            </div>
          )}
          {session.isDemo && (
            <section className="mt-6 border-line border-b pb-6">
              <h2>Open the demo shop</h2>
              <p className="mt-1 text-quiet">
                Nothing in it is real. Its clock starts on a working Wednesday.
              </p>
              <div className="mt-3 flex flex-wrap gap-3">
                {session.demoMembers.map(({ id, name }) => (
                  <Button
                    key={id}
                    kind="act"
                    posture="floor"
                    onClick={async () => {
                      if (!('error' in (await enterDemo(id)))) onDone();
                    }}
                  >
                    Enter as {name}
                  </Button>
                ))}
              </div>
            </section>
          )}
          <form
            onSubmit={submit}
            className="mt-6 grid max-w-xl grid-cols-[1fr_1fr_auto] items-end gap-3 max-md:grid-cols-1"
          >
            <Field label="Name">
              {(ids) => (
                <TextInput
                  {...ids}
                  value={signIn}
                  onChange={({ target }) => setSignIn(target.value)}
                  autoComplete="username"
                  required
                />
              )}
            </Field>
            <Field label="Password">
              {(ids) => (
                <TextInput
                  {...ids}
                  type="password"
                  value={password}
                  onChange={({ target }) => setPassword(target.value)}
                  autoComplete="current-password"
                  required
                />
              )}
            </Field>
            <Button type="submit" disabled={isLoading}>
              Sign in
            </Button>
          </form>
          {onBack && (
            <Button kind="quiet" className="mt-4" onClick={onBack}>
              Back to PIN and badge
            </Button>
          )}
        </div>
      </div>
    </main>
  );
}
