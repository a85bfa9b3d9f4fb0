import { ACCESS, type CallName } from '@upholder/core/api';
import { ROLE_WORDS } from '@upholder/core/people';
import { useMay } from '../api/useMay.ts';
import { Notice } from './controls.tsx';

/** Says whom to ask where whoever is signed in may only look. @param call what the screen is there to change. */
export function MayNote({ call }: { call: CallName }) {
  const isAllowed = useMay(call);
  const access = ACCESS[call];
  if (isAllowed || access === 'anyone') return null;
  return (
    <div className="no-print px-5 pt-4">
      <Notice>
        You can look at everything here. To make changes, ask someone with the role {ROLE_WORDS[access].name}.
      </Notice>
    </div>
  );
}
