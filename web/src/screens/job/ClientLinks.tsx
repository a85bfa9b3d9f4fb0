import type { ClientLinkRow } from '@upholder/core/api';
import { toMinute } from '@upholder/core/shop';
import { useState } from 'react';
import { people } from '../../api/people.ts';
import { refusalOf } from '../../api/upholder.ts';
import { dayWords } from '../../base/times.ts';
import { Button, Card, Field, TextInput } from '../../parts/controls.tsx';

const DAYS = '60';

function Kept({ link, timeZone }: { link: ClientLinkRow; timeZone: string }) {
  const [end] = people.useEndClientLinkMutation();
  return (
    <li className="flex items-center justify-between gap-3 border-line border-t py-1.5">
      <span>
        Made by {link.madeBy}, until {dayWords(toMinute(link.expiresAt), timeZone)}
      </span>
      {link.isEnded ? (
        <span className="text-quiet">ended</span>
      ) : (
        <Button onClick={() => void end(link.id)}>End link</Button>
      )}
    </li>
  );
}

/** Links with which the client of a job follows it without signing in. */
export function ClientLinks({ jobId, timeZone }: { jobId: string; timeZone: string }) {
  const { data } = people.useClientLinksQuery(jobId);
  const [add, { isLoading }] = people.useAddClientLinkMutation();
  const [days, setDays] = useState(DAYS);
  const [made, setMade] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | undefined>();
  async function make(): Promise<void> {
    const outcome = await add({ jobId, days: Number(days) });
    const refusal = 'error' in outcome ? refusalOf(outcome.error) : null;
    setProblem(refusal ? (refusal.fields.days ?? refusal.message) : undefined);
    if (outcome.data) setMade(`${window.location.origin}/client#${outcome.data.token}`);
  }
  return (
    <Card className="p-5">
      <h2>Client link</h2>
      <p className="mt-1 text-quiet">
        Shows the client progress, dates and a care card. No names, log or prices; no sign-in needed.
      </p>
      <div className="mt-3 flex items-end gap-3">
        <Field label="Valid for, days" error={problem} className="w-40">
          {(ids) => (
            <TextInput
              {...ids}
              inputMode="numeric"
              value={days}
              onChange={({ target }) => setDays(target.value)}
            />
          )}
        </Field>
        <Button disabled={isLoading} onClick={() => void make()}>
          Make link
        </Button>
      </div>
      {made && (
        <p className="mt-3 break-all bg-raised p-3" role="status">
          {made}
          <span className="block text-small text-quiet">Copy it now: it is only shown once.</span>
        </p>
      )}
      <ul className="mt-3">
        {data?.links.map((link) => (
          <Kept key={link.id} link={link} timeZone={timeZone} />
        ))}
      </ul>
    </Card>
  );
}
