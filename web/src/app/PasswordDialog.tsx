import { type FormEvent, useState } from 'react';
import { people } from '../api/people.ts';
import { refusalOf } from '../api/upholder.ts';
import { Button, Field, TextInput } from '../parts/controls.tsx';
import { Modal } from '../parts/Modal.tsx';

/** The password of whoever is signed in, once more. @param onClose told whether it was given. */
export function PasswordDialog({ onClose }: { onClose(isGiven: boolean): void }) {
  const [password, setPassword] = useState('');
  const [confirm, { error, isLoading }] = people.useConfirmPasswordMutation();
  async function submit(event: FormEvent): Promise<void> {
    event.preventDefault();
    if (!('error' in (await confirm(password)))) onClose(true);
  }
  return (
    <Modal
      isOpen
      onClose={() => onClose(false)}
      title="Enter your password"
      note="This tablet is shared. Owner actions need your password, which lasts ten minutes."
      width="30rem"
    >
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field label="Password" error={error ? refusalOf(error).message : undefined}>
          {(ids) => (
            <TextInput
              {...ids}
              type="password"
              className="press-h-12 text-lead"
              autoComplete="current-password"
              value={password}
              onChange={({ target }) => setPassword(target.value)}
            />
          )}
        </Field>
        <div className="flex justify-end gap-3">
          <Button posture="floor" onClick={() => onClose(false)}>
            Cancel
          </Button>
          <Button kind="act" posture="floor" type="submit" disabled={password === '' || isLoading}>
            Continue
          </Button>
        </div>
      </form>
    </Modal>
  );
}
