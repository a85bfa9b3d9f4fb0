import { type TouchUp, touchUpsOf } from '@upholder/core/handover';
import { sameTag } from '@upholder/core/pieces';
import { type FormEvent, startTransition, useOptimistic, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { useMay } from '../../api/useMay.ts';
import { useHappenings } from '../../job/handover/useHappenings.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Button, Card, TextInput } from '../../parts/controls.tsx';

/** Small places that are mended with a brush on the spot: noted, ticked, taken off the list. */
export function TouchUps({ className, onProblem }: { className: string; onProblem(message: string): void }) {
  const { detail } = useJobContext();
  const happen = useHappenings(detail.job.id);
  const mayNote = useMay('addJobEvent');
  const [text, setText] = useState('');
  // A tick shows under the finger, before the device has it in store.
  const [list, show] = useOptimistic(touchUpsOf(detail.events), (kept, ticked: TouchUp) =>
    kept.map((one) => (one.id === ticked.id ? ticked : one)),
  );
  const tagOf = (id: string | null) => detail.pieces.find((piece) => piece.id === id)?.tag;
  async function say(one: TouchUp, state: 'open' | 'done' | 'removed'): Promise<boolean> {
    const { id: touchUpId, pieceId, what } = one;
    const kept = await happen({ kind: 'touch-up', touchUpId, pieceId, what, state });
    onProblem(kept.ok ? '' : kept.message);
    return kept.ok;
  }
  function tick(one: TouchUp, isDone: boolean): void {
    startTransition(async () => {
      show({ ...one, isDone });
      await say(one, isDone ? 'done' : 'open');
    });
  }
  async function add(event: FormEvent): Promise<void> {
    event.preventDefault();
    const what = text.trim();
    if (what === '') return;
    // A tag at the start names the piece: `U07 chip at the lower edge`.
    const first = what.split(/[\s:,]+/)[0] ?? '';
    const piece = detail.pieces.find(({ tag }) => sameTag(tag, first));
    const rest = piece ? what.slice(first.length).replace(/^[\s:,]+/, '') : what;
    const one = { id: uuid(), pieceId: piece?.id ?? null, what: rest || 'touch up', isDone: false };
    if (await say(one, 'open')) setText('');
  }
  return (
    <Card className={`p-5 ${className}`} aria-label="Touch-ups">
      <h2>Touch-ups</h2>
      <form className="mt-2 flex gap-2" onSubmit={(event) => void add(event)}>
        <TextInput
          aria-label="New touch-up"
          placeholder="U07 chip at the lower edge"
          className="press-h-12 flex-1"
          maxLength={200}
          disabled={!mayNote}
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
        <Button type="submit" className="press-h-12" disabled={!mayNote || text.trim() === ''}>
          Add
        </Button>
      </form>
      {list.length === 0 && (
        <p className="mt-2 text-quiet">Nothing noted. Start with the tag and the list names the piece.</p>
      )}
      <ul className="mt-2">
        {list.map((one) => (
          <li key={one.id} className="flex items-center gap-2 border-line border-t">
            <label className="flex press-h-12 min-w-0 flex-1 items-center gap-3 leading-snug">
              <input
                type="checkbox"
                className="size-6 shrink-0 accent-(--act)"
                checked={one.isDone}
                disabled={!mayNote}
                onChange={({ target }) => tick(one, target.checked)}
              />
              <span className={`min-w-0 break-words ${one.isDone ? 'text-quiet line-through' : ''}`}>
                {one.pieceId && <span className="font-semibold">{tagOf(one.pieceId)} </span>}
                {one.what}
              </span>
            </label>
            <Button
              kind="quiet"
              className="no-print"
              disabled={!mayNote}
              aria-label={`Remove touch-up: ${one.what}`}
              onClick={() => void say(one, 'removed')}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
    </Card>
  );
}
