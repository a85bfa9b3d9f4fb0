import { useState } from 'react';
import { dateWords } from '../../base/times.ts';
import { Button } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { QrCode } from '../../parts/QrCode.tsx';

/** Something that is shown once and then kept nowhere: an invitation or a badge. */
export type GivenTo =
  | { kind: 'invite'; name: string; code: string; until: string }
  | { kind: 'badge'; name: string; badge: string };

function Copy({ text, what }: { text: string; what: string }) {
  const [isCopied, setCopied] = useState(false);
  return (
    <Button
      onClick={() =>
        void navigator.clipboard.writeText(text).then(
          () => setCopied(true),
          () => undefined,
        )
      }
    >
      {isCopied ? 'Copied' : `Copy ${what}`}
    </Button>
  );
}

function Invite({ name, code, until }: Extract<GivenTo, { kind: 'invite' }>) {
  const link = `${window.location.origin}/invite#${code}`;
  return (
    <div className="flex flex-wrap items-start gap-6">
      <QrCode text={link} sizeMm={42} />
      <div className="flex min-w-64 flex-1 flex-col gap-3">
        <p>
          Give {name} this link, or let them scan the code. It sets sign-in name and password, works once, and
          only until {dateWords(until.slice(0, 10))}.
        </p>
        <p className="break-all bg-raised p-3">{link}</p>
        <p>
          Or open <span className="font-semibold">/invite</span> and enter{' '}
          <span className="quantity whitespace-nowrap font-bold">{code}</span>
        </p>
        <div>
          <Copy text={link} what="link" />
        </div>
      </div>
    </div>
  );
}

function Badge({ name, badge }: Extract<GivenTo, { kind: 'badge' }>) {
  return (
    <div className="flex flex-col items-start gap-4">
      <div className="printed-badge flex items-center gap-5 border-[1.5px] border-ink bg-white p-5 text-black">
        <QrCode text={badge} sizeMm={38} />
        <div>
          <p className="font-bold text-head">{name}</p>
          <p>Hold to the shop’s tablet to sign in.</p>
        </div>
      </div>
      <p className="text-quiet">
        Print it now: it is not kept anywhere. Anyone holding it can log as {name} on the shop’s tablets. A
        new badge replaces this one.
      </p>
      <Button kind="act" onClick={() => window.print()}>
        Print badge
      </Button>
    </div>
  );
}

/** Shows an invitation or a badge, once. */
export function Given({ given, onClose }: { given: GivenTo; onClose(): void }) {
  return (
    <Modal
      isOpen
      onClose={onClose}
      title={given.kind === 'invite' ? `Invitation for ${given.name}` : `Badge of ${given.name}`}
    >
      {given.kind === 'invite' ? <Invite {...given} /> : <Badge {...given} />}
    </Modal>
  );
}
