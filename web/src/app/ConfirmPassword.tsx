import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { onPasswordNeeded } from '../api/upholder.ts';

/** Dialogs weigh more than the page that may need one. */
const PasswordDialog = lazy(async () => ({
  default: (await import('./PasswordDialog.tsx')).PasswordDialog,
}));

/** Asks for the password again where a call needs it: on a shared tablet, for what only owners do. */
export function ConfirmPassword() {
  const answer = useRef<(isGiven: boolean) => void>(undefined);
  const [isAsked, setAsked] = useState(false);
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
    answer.current?.(isGiven);
    answer.current = undefined;
  }
  if (!isAsked) return null;
  return (
    <Suspense fallback={null}>
      <PasswordDialog onClose={close} />
    </Suspense>
  );
}
