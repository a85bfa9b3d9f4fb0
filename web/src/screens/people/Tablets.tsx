import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { people } from '../../api/people.ts';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Button, Card, Field, TextInput } from '../../parts/controls.tsx';

/** The tablets of the shop: where people switch by PIN or badge. */
export function Tablets() {
  const { data: session } = upholder.useSessionQuery();
  const { data } = people.useTabletsQuery();
  const [enrol] = people.useEnrolTabletMutation();
  const [end] = people.useEndTabletMutation();
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  async function submit(): Promise<void> {
    const outcome = await enrol({ id: uuid(), name });
    setProblem('error' in outcome ? refusalOf(outcome.error).message : undefined);
    if (!('error' in outcome)) setName('');
  }
  return (
    <Card className="p-5">
      <h2>Shared tablets</h2>
      <p className="mt-1 text-quiet">
        On an enrolled tablet people switch by PIN or badge, and the log knows who did what. Open this page on
        the tablet itself to enrol it.
      </p>
      <ul className="mt-2">
        {data?.tablets.map((tablet) => (
          <li key={tablet.id} className="flex items-center justify-between gap-3 border-line border-t py-1.5">
            <span>
              {tablet.name}
              <span className="block text-small text-quiet">enrolled by {tablet.enrolledBy}</span>
            </span>
            <Button onClick={() => void end(tablet.id)}>Remove tablet</Button>
          </li>
        ))}
      </ul>
      {session?.tablet ? (
        <p className="mt-3 font-semibold">This browser is “{session.tablet.name}”.</p>
      ) : (
        <form
          className="mt-3 flex items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void submit();
          }}
        >
          <Field label="Name of this tablet" className="flex-1" error={problem}>
            {(ids) => (
              <TextInput
                {...ids}
                placeholder="Booth"
                value={name}
                onChange={({ target }) => setName(target.value)}
              />
            )}
          </Field>
          <Button type="submit" disabled={name.trim() === ''}>
            Enrol this browser
          </Button>
        </form>
      )}
    </Card>
  );
}
