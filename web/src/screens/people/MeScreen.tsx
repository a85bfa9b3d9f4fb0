import type { SessionRow } from '@upholder/core/api';
import { NewPasswordSchema, PinSchema, ROLE_WORDS } from '@upholder/core/people';
import { toMinute } from '@upholder/core/shop';
import { z } from 'zod';
import { people } from '../../api/people.ts';
import { upholder } from '../../api/upholder.ts';
import { whenWords } from '../../base/times.ts';
import { useServerDate } from '../../base/useNow.ts';
import { Button, Card, Notice, Skeleton } from '../../parts/controls.tsx';
import { DraftField } from '../../parts/DraftField.tsx';
import { PasswordField } from '../../parts/PasswordField.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import { readBySchema, saveOutcome, useDraftForm } from '../../parts/useDraftForm.ts';
import { OwnUnits } from './OwnUnits.tsx';

const ChangeSchema = z
  .object({
    current: z.string().min(1, 'Enter your current password.'),
    password: NewPasswordSchema,
    again: z.string(),
  })
  .refine(({ password, again }) => password === again, {
    message: 'The two passwords are not the same.',
    path: ['again'],
  });
const NO_PASSWORDS = { current: '', password: '', again: '' };

function Password() {
  const [change] = people.useChangePasswordMutation();
  const form = useDraftForm<z.infer<typeof ChangeSchema>>({
    start: NO_PASSWORDS,
    read: (draft) => readBySchema(ChangeSchema, draft),
    saved: 'Password changed. You are signed out everywhere else.',
    async save({ current, password }) {
      return saveOutcome(await change({ current, password }), () => ({ draft: NO_PASSWORDS }));
    },
  });
  return (
    <Card className="p-5">
      <SaveHead
        title={<h2>Password</h2>}
        said={form.said}
        save="Change password"
        isSaving={form.isSaving}
        onSave={() => void form.save()}
      />
      <div className="mt-3 flex flex-col gap-3">
        <PasswordField form={form} name="current" label="Current password" />
        <PasswordField
          form={form}
          name="password"
          label="New password"
          hint="At least 10 characters."
          isNew
        />
        <PasswordField form={form} name="again" label="Repeat password" isNew />
      </div>
    </Card>
  );
}

const PinDraftSchema = z.object({ pin: PinSchema });

function Pin() {
  const [set] = people.useSetOwnPinMutation();
  const form = useDraftForm<z.infer<typeof PinDraftSchema>>({
    start: { pin: '' },
    read: (draft) => readBySchema(PinDraftSchema, draft),
    saved: 'PIN saved. Use it on the shop’s tablets.',
    async save({ pin }) {
      return saveOutcome(await set(pin), () => ({ draft: { pin: '' } }));
    },
  });
  async function remove(): Promise<void> {
    const outcome = saveOutcome(await set(null), () => ({}));
    form.say(
      'refusal' in outcome
        ? { kind: 'stop', words: outcome.refusal.message }
        : { kind: 'plain', words: 'PIN removed.' },
    );
  }
  return (
    <Card className="p-5">
      <SaveHead
        title={<h2>Tablet PIN</h2>}
        said={form.said}
        save="Save PIN"
        isSaving={form.isSaving}
        onSave={() => void form.save()}
      >
        <Button onClick={() => void remove()}>Remove PIN</Button>
      </SaveHead>
      <DraftField form={form} name="pin" label="4 to 6 digits" className="mt-3 max-w-48" maxLength={6} />
    </Card>
  );
}

function Place({ row, now, timeZone }: { row: SessionRow; now: number; timeZone: string }) {
  const [end] = people.useEndSessionMutation();
  return (
    <li className="flex items-center gap-3 border-line border-t py-2">
      <div className="min-w-0 flex-1">
        <p className="font-semibold">
          {row.tabletName ?? row.browser}
          {row.isThisOne && <span className="font-normal text-quiet"> · this one</span>}
        </p>
        <p className="text-note text-quiet">
          From {row.address}, last used {whenWords(toMinute(row.seenAt), now, timeZone)}, signed in{' '}
          {whenWords(toMinute(row.openedAt), now, timeZone)}
        </p>
      </div>
      {!row.isThisOne && <Button onClick={() => void end(row.id)}>Sign out there</Button>}
    </li>
  );
}

function Places() {
  const { data } = people.useSessionsQuery();
  const { data: shop } = upholder.useShopQuery();
  const [endOthers] = people.useEndOtherSessionsMutation();
  const now = toMinute(useServerDate(60_000));
  if (!data || !shop) return <Skeleton lines={3} />;
  return (
    <Card className="p-5">
      <div className="flex items-start gap-3">
        <h2 className="flex-1">Where you are signed in</h2>
        {data.sessions.length > 1 && (
          <Button onClick={() => void endOthers()}>Sign out everywhere else</Button>
        )}
      </div>
      <ul className="mt-3">
        {data.sessions.map((row) => (
          <Place key={row.id} row={row} now={now} timeZone={shop.timeZone} />
        ))}
      </ul>
    </Card>
  );
}

/** What is one's own: password, PIN, units, and where one is signed in. */
export function MeScreen() {
  const { data: session } = upholder.useSessionQuery();
  const member = session?.member;
  if (!session || !member) return <Skeleton />;
  return (
    <main className="mx-auto flex w-full max-w-5xl flex-col gap-5 p-5">
      <header>
        <h1>{member.name}</h1>
        <p className="text-quiet">
          {ROLE_WORDS[member.role].name}. {ROLE_WORDS[member.role].may}
        </p>
      </header>
      {session.isDemo && (
        <Notice>In the demo everyone gets in without a password; changes here only apply to the demo.</Notice>
      )}
      <div className="grid grid-cols-2 items-start gap-5 max-lg:grid-cols-1">
        <Password />
        <Pin />
      </div>
      <OwnUnits units={member.units} />
      <Places />
    </main>
  );
}
