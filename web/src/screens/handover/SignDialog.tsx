import type { CareDates, LeftOpen, Signing } from '@upholder/core/handover';
import { useState } from 'react';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Button, Field, Notice, TextArea, TextInput } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { SignaturePad } from './SignaturePad.tsx';

const WAYS: { how: Signing; name: string; note: string }[] = [
  { how: 'finger', name: 'Sign here', note: 'With a finger or a pen, on this screen.' },
  { how: 'paper', name: 'Signed on paper', note: 'Print the sheet, have it signed, keep it.' },
  { how: 'unsigned', name: 'Not signed yet', note: 'The job leaves the floor; the signature follows.' },
];

/** Handing over: what is still open is read first, then somebody signs. */
export function SignDialog({
  left,
  care,
  limits: proposed,
  before,
  callBackId,
  onClose,
}: {
  left: readonly LeftOpen[];
  care: CareDates | null;
  /** What is not promised, as the sheet proposes it. */
  limits: string;
  /** What stood open at a handover that was not signed yet: it stays on the sheet. */
  before: readonly string[];
  /** The call-back that ends with it; null where there is none. */
  callBackId: string | null;
  onClose(): void;
}) {
  const { detail } = useJobContext();
  const happen = useHappenings(detail.job.id);
  const [how, setHow] = useState<Signing>('finger');
  const [signedBy, setSignedBy] = useState(detail.job.client);
  const [limits, setLimits] = useState(proposed);
  const [strokes, setStrokes] = useState<number[][]>([]);
  const [hasSeen, setSeen] = useState(false);
  const [problem, setProblem] = useState<{ at: 'who' | 'sign' | 'left' | 'all'; words: string } | null>(null);
  async function handOver(): Promise<void> {
    if (left.length > 0 && !hasSeen)
      return setProblem({ at: 'left', words: 'Read what is still open, and tick that the client knows it.' });
    if (how !== 'unsigned' && signedBy.trim() === '')
      return setProblem({ at: 'who', words: 'Enter the name of whoever signs.' });
    if (how === 'finger' && strokes.length === 0)
      return setProblem({ at: 'sign', words: 'Nobody has signed yet. Sign in the field, or choose paper.' });
    const kept = await happen({
      kind: 'handover',
      how,
      signedBy: signedBy.trim(),
      strokes: how === 'finger' ? strokes : [],
      limits: limits.trim(),
      leftOpen: [...before, ...left.map(({ words }) => words)],
      care,
    });
    if (!kept.ok) return setProblem({ at: 'all', words: kept.message });
    if (callBackId) await happen({ kind: 'call-back-ended', callBackId, outcome: 'repaired', note: '' });
    onClose();
  }
  const said = (at: 'who' | 'sign' | 'left' | 'all') => (problem?.at === at ? problem.words : undefined);
  return (
    <Modal isOpen onClose={onClose} title="Hand over" width="46rem">
      <div className="flex flex-col gap-4">
        {left.length > 0 && (
          <section aria-label="Still open" className="border-stop border-l-[6px] bg-stop-wash px-4 py-3">
            <h3>Still open</h3>
            <ul className="mt-1 list-disc pl-5 leading-snug">
              {left.map(({ words }) => (
                <li key={words}>{words}</li>
              ))}
            </ul>
            <label className="mt-2 flex press-h-12 items-center gap-3">
              <input
                type="checkbox"
                className="size-6 accent-(--act)"
                checked={hasSeen}
                onChange={({ target }) => setSeen(target.checked)}
              />
              Hand over anyway: the client knows, and it stands on the sheet.
            </label>
            {said('left') && (
              <p role="alert" className="font-semibold text-small text-stop">
                {said('left')}
              </p>
            )}
          </section>
        )}
        <Field label="Not promised, as it stands on the sheet">
          {(ids) => (
            <TextArea
              {...ids}
              rows={4}
              maxLength={2000}
              value={limits}
              onChange={({ target }) => setLimits(target.value)}
            />
          )}
        </Field>
        <div role="group" aria-label="How it is signed" className="flex flex-wrap gap-2">
          {WAYS.map((way) => (
            <button
              key={way.how}
              type="button"
              aria-pressed={how === way.how}
              onClick={() => setHow(way.how)}
              className={`min-h-14 flex-1 basis-40 rounded-[3px] border-[1.5px] px-3 py-1.5 text-left leading-snug ${
                how === way.how ? 'border-ink bg-closed' : 'border-line bg-raised hover:border-ink'
              }`}
            >
              <span className="font-semibold">{way.name}</span>
              <span className="block text-note text-quiet">{way.note}</span>
            </button>
          ))}
        </div>
        {how !== 'unsigned' && (
          <Field label="Name of whoever signs" error={said('who')}>
            {(ids) => (
              <TextInput
                {...ids}
                className="press-h-12"
                maxLength={120}
                value={signedBy}
                onChange={({ target }) => setSignedBy(target.value)}
              />
            )}
          </Field>
        )}
        {how === 'finger' && (
          <div>
            <SignaturePad onStrokes={setStrokes} />
            {said('sign') && (
              <p role="alert" className="mt-1 font-semibold text-small text-stop">
                {said('sign')}
              </p>
            )}
          </div>
        )}
        {said('all') && <Notice kind="stop">{said('all')}</Notice>}
        <div className="flex flex-wrap gap-3">
          <Button kind="act" posture="floor" onClick={() => void handOver()}>
            Hand over
          </Button>
          <Button posture="floor" onClick={onClose}>
            Not yet
          </Button>
        </div>
      </div>
    </Modal>
  );
}
