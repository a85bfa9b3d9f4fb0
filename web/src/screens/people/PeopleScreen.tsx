import type { MemberRow, MemberRow as Row } from '@upholder/core/api';
import { ROLE_WORDS, type Role } from '@upholder/core/people';
import { type FormEvent, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { people } from '../../api/people.ts';
import { type Refusal, refusalOf } from '../../api/upholder.ts';
import { Button, Card, Field, Notice, Skeleton, TextInput } from '../../parts/controls.tsx';
import { Given, type GivenTo } from './Given.tsx';
import { MemberCard } from './MemberCard.tsx';
import { RoleSelect } from './RoleSelect.tsx';
import { Tablets } from './Tablets.tsx';

function AddMember({ onAdded }: { onAdded(member: MemberRow): void }) {
  const [add, { isLoading }] = people.useAddMemberMutation();
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('floor');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  async function submit(event: FormEvent): Promise<void> {
    event.preventDefault();
    const id = uuid();
    const outcome = await add({ id, name, role });
    setRefusal('error' in outcome ? refusalOf(outcome.error) : null);
    const added = outcome.data?.members.find((member) => member.id === id);
    if (!added) return;
    setName('');
    onAdded(added);
  }
  return (
    <Card className="p-5">
      <h2>Add someone</h2>
      <form onSubmit={submit} className="mt-3 flex flex-col gap-3">
        <Field label="Name" error={refusal ? (refusal.fields.name ?? refusal.message) : undefined}>
          {(ids) => <TextInput {...ids} value={name} onChange={({ target }) => setName(target.value)} />}
        </Field>
        <Field label="Role" hint={ROLE_WORDS[role].may}>
          {(ids) => <RoleSelect {...ids} value={role} onRole={setRole} />}
        </Field>
        <div>
          <Button kind="act" type="submit" disabled={name.trim() === '' || isLoading}>
            Add member
          </Button>
        </div>
      </form>
    </Card>
  );
}

function Left({ members }: { members: readonly Row[] }) {
  const [takeBack] = people.useTakeMemberBackMutation();
  if (members.length === 0) return null;
  return (
    <Card className="p-5">
      <h2>Former members</h2>
      <p className="text-quiet">The log keeps their names.</p>
      <ul className="mt-2">
        {members.map(({ id, name }) => (
          <li key={id} className="flex items-center justify-between gap-3 border-line border-t py-1.5">
            {name}
            <Button onClick={() => void takeBack(id)}>Reinstate</Button>
          </li>
        ))}
      </ul>
    </Card>
  );
}

/** Who works here, what they may do, and how they sign in. */
export function PeopleScreen() {
  const { data, error } = people.useMembersQuery();
  const [given, setGiven] = useState<GivenTo | null>(null);
  const [invite] = people.useInviteMemberMutation();
  if (error)
    return (
      <main className="p-5">
        <Notice kind="stop">{refusalOf(error).message}</Notice>
      </main>
    );
  if (!data) return <Skeleton />;
  const here = data.members.filter(({ leftAt }) => leftAt === null);
  async function inviteNow({ id, name }: Row): Promise<void> {
    const outcome = await invite(id);
    if (outcome.data)
      setGiven({ kind: 'invite', name, code: outcome.data.code, until: outcome.data.expiresAt });
  }
  return (
    <main className="grid grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)] items-start gap-5 p-5 max-lg:grid-cols-1">
      <Card className="p-5">
        <h1>People</h1>
        <p className="mt-1 text-quiet">
          Everyone here is included in plans, whether or not they sign in. Skills, hours and days off are
          under Shop.
        </p>
        <ul className="mt-4">
          {here.map((member) => (
            <MemberCard key={member.id} member={member} onGiven={setGiven} />
          ))}
        </ul>
      </Card>
      <div className="flex flex-col gap-5">
        <AddMember onAdded={(member) => void inviteNow(member)} />
        <Tablets />
        <Left members={data.members.filter(({ leftAt }) => leftAt !== null)} />
      </div>
      {given && <Given given={given} onClose={() => setGiven(null)} />}
    </main>
  );
}
