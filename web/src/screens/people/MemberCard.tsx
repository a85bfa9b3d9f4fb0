import type { MemberRow } from '@upholder/core/api';
import { PinSchema, ROLE_WORDS, type Role } from '@upholder/core/people';
import { useState } from 'react';
import { people } from '../../api/people.ts';
import { refusalOf } from '../../api/upholder.ts';
import { Button, Field, TextInput } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import type { GivenTo } from './Given.tsx';
import { RoleSelect } from './RoleSelect.tsx';

interface CardProps {
  member: MemberRow;
  /** Shows what is told only once. */
  onGiven(given: GivenTo): void;
}

/** How a member can get in, in words. */
function choicesIn({ signIn, hasPassword, pinDigits, hasBadge, invitedUntil }: MemberRow): string {
  const choices = [
    hasPassword ? `signs in as ${signIn}` : null,
    invitedUntil === null ? null : 'invited',
    pinDigits === null ? null : `PIN of ${pinDigits} digits`,
    hasBadge ? 'badge' : null,
  ].filter(Boolean);
  return choices.length === 0 ? 'cannot sign in yet' : choices.join(', ');
}

function PinDialog({ member, onClose }: { member: MemberRow; onClose(): void }) {
  const [set] = people.useSetMemberPinMutation();
  const [pin, setPin] = useState('');
  const [problem, setProblem] = useState<string | undefined>();
  async function save(wanted: string | null): Promise<void> {
    const read = PinSchema.nullable().safeParse(wanted);
    if (!read.success) return setProblem(read.error.issues[0]?.message);
    const outcome = await set({ memberId: member.id, pin: wanted });
    if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
    else onClose();
  }
  return (
    <Modal
      isOpen
      onClose={onClose}
      title={`PIN of ${member.name}`}
      note="For the shop’s tablets only."
      width="28rem"
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save(pin);
        }}
        className="flex flex-col gap-4"
      >
        <Field label="4 to 6 digits" error={problem}>
          {(ids) => (
            <TextInput
              {...ids}
              inputMode="numeric"
              maxLength={6}
              className="press-h-12 text-head"
              value={pin}
              onChange={({ target }) => setPin(target.value)}
            />
          )}
        </Field>
        <div className="flex gap-3">
          <Button kind="act" type="submit">
            Save PIN
          </Button>
          {member.pinDigits !== null && <Button onClick={() => void save(null)}>Remove PIN</Button>}
        </div>
      </form>
    </Modal>
  );
}

function LetGo({ member, onClose }: { member: MemberRow; onClose(): void }) {
  const [letGo] = people.useLetMemberGoMutation();
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Modal isOpen onClose={onClose} title={`Remove ${member.name}?`} width="32rem">
      <p>
        {member.name} is signed out everywhere and can no longer sign in. Password link, PIN and badge stop
        working. Replan the work planned for them. What they logged stays under their name.
      </p>
      {problem && (
        <p role="alert" className="mt-3 font-semibold text-stop">
          {problem}
        </p>
      )}
      <div className="mt-4 flex gap-3">
        <Button
          kind="stop"
          onClick={async () => {
            const outcome = await letGo(member.id);
            if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
            else onClose();
          }}
        >
          Remove {member.name}
        </Button>
        <Button onClick={onClose}>Keep</Button>
      </div>
    </Modal>
  );
}

/** What can be done about how a member signs in. */
function Actions({ member, onGiven, onProblem }: CardProps & { onProblem(words: string | null): void }) {
  const [invite] = people.useInviteMemberMutation();
  const [giveBadge] = people.useGiveBadgeMutation();
  const [removeBadge] = people.useRemoveBadgeMutation();
  const [endSessions] = people.useEndMemberSessionsMutation();
  const [open, setOpen] = useState<'pin' | 'leave' | null>(null);
  const { id, name } = member;
  function told<T>(outcome: { data?: T; error?: unknown }): T | null {
    onProblem(outcome.error ? refusalOf(outcome.error).message : null);
    return outcome.data ?? null;
  }
  return (
    <div className="flex flex-wrap gap-2">
      <Button
        onClick={async () => {
          const made = told(await invite(id));
          if (made) onGiven({ kind: 'invite', name, code: made.code, until: made.expiresAt });
        }}
      >
        {member.hasPassword ? 'Reset password' : 'Invite'}
      </Button>
      <Button onClick={() => setOpen('pin')}>{member.pinDigits === null ? 'Set PIN' : 'Change PIN'}</Button>
      <Button
        onClick={async () => {
          const made = told(await giveBadge(id));
          if (made) onGiven({ kind: 'badge', name, badge: made.badge });
        }}
      >
        {member.hasBadge ? 'New badge' : 'Make badge'}
      </Button>
      {member.hasBadge && <Button onClick={async () => told(await removeBadge(id))}>Cancel badge</Button>}
      {member.sessions > 0 && (
        <Button onClick={async () => told(await endSessions(id))}>Sign out everywhere</Button>
      )}
      <Button kind="quiet" onClick={() => setOpen('leave')}>
        Remove…
      </Button>
      {open === 'pin' && <PinDialog member={member} onClose={() => setOpen(null)} />}
      {open === 'leave' && <LetGo member={member} onClose={() => setOpen(null)} />}
    </div>
  );
}

/** A member: name, role, and how they sign in. */
export function MemberCard({ member, onGiven }: CardProps) {
  const [change] = people.useChangeMemberMutation();
  const [name, setName] = useState(member.name);
  const [problem, setProblem] = useState<string | null>(null);
  async function save(wanted: { name: string; role: Role }): Promise<void> {
    const outcome = await change({ memberId: member.id, ...wanted });
    setProblem('error' in outcome ? refusalOf(outcome.error).message : null);
  }
  return (
    <li className="flex flex-col gap-2.5 border-line border-t py-4" aria-label={member.name}>
      <div className="grid grid-cols-[minmax(0,1fr)_10rem_minmax(0,1fr)] items-end gap-3 max-md:grid-cols-1">
        <Field label="Name">
          {(ids) => (
            <TextInput
              {...ids}
              value={name}
              onChange={({ target }) => setName(target.value)}
              onBlur={() => {
                if (name.trim() !== '' && name !== member.name) void save({ name, role: member.role });
                else setName(member.name);
              }}
            />
          )}
        </Field>
        <Field label="Role">
          {(ids) => (
            <RoleSelect
              {...ids}
              value={member.role}
              title={ROLE_WORDS[member.role].may}
              onRole={(role) => void save({ name: member.name, role })}
            />
          )}
        </Field>
        <p className="pb-2 text-quiet">{choicesIn(member)}</p>
      </div>
      {problem && (
        <p role="alert" className="font-semibold text-small text-stop">
          {problem}
        </p>
      )}
      <Actions member={member} onGiven={onGiven} onProblem={setProblem} />
    </li>
  );
}
