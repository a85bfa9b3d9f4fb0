import { type FormEvent, useEffect, useRef, useState } from 'react';
import { people } from '../api/people.ts';
import { onPasswordNeeded, refusalOf } from '../api/upholder.ts';
import { Button, Field, TextInput } from '../parts/controls.tsx';
import { Modal } from '../parts/Modal.tsx';

/** Asks for the password again where a call needs it: on a shared tablet, for what only owners do. */
export function ConfirmPassword() {
  const answer = useRef<(isGiven: boolean) => void>(undefined);
  const [isAsked, setAsked] = useState(false);
  const [password, setPassword] = useState('');
  const [confirm, { error, isLoading, reset }] = people.useConfirmPasswordMutation();
  useEffect(() => {
    onPasswordNeeded(
      () =>
        new Promise((resolve) => {
          answer.current?.(false);
          answer.current = resolve;
          setAsked(true);
        }),
    );
    return () => onPasswordNeeded(null);
  }, []);
  function close(isGiven: boolean): void {
    setAsked(false);
    setPassword('');
    reset();
    answer.current?.(isGiven);
    answer.current = undefined;
  }
  async function submit(event: FormEvent): Promise<void> {
    event.preventDefault();
    if (!('error' in (await confirm(password)))) close(true);
  }
  return (
    <Modal
      isOpen={isAsked}
      onClose={() => close(false)}
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
              className="min-h-12 text-lead"
              autoComplete="current-password"
              value={password}
              onChange={({ target }) => setPassword(target.value)}
            />
          )}
        </Field>
        <div className="flex justify-end gap-3">
          <Button posture="floor" onClick={() => close(false)}>
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
