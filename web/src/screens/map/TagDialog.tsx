import type { JobDetail } from '@upholder/core/api';
import { proposeTags } from '@upholder/core/elevation';
import { useMemo, useState } from 'react';
import type { Refusal } from '../../api/upholder.ts';
import type { useTakeoff } from '../../job/useTakeoff.ts';
import { Button, Notice } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';

/** Tags that read as a place, proposed from the map; nothing changes before a press. */
export function TagDialog({
  detail,
  editMany,
  retagOpenings,
  onClose,
}: {
  detail: JobDetail;
  editMany: ReturnType<typeof useTakeoff>['editMany'];
  /** Gives openings the tags of the pieces in them. */
  retagOpenings(tags: ReadonlyMap<string, string>): Promise<Refusal | null>;
  onClose(): void;
}) {
  const [retagAll, setRetagAll] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const proposals = useMemo(
    () => proposeTags(detail.pieces, detail.walls, detail.openings, { retagAll }),
    [detail, retagAll],
  );
  const logged = new Set(detail.log.flatMap(({ pieceIds }) => pieceIds));
  const atWork = proposals.filter(({ pieceId }) => logged.has(pieceId)).length;
  async function apply(): Promise<void> {
    const wanted = new Map(proposals.map(({ pieceId, to }) => [pieceId, to]));
    const refusal = await editMany(
      detail.pieces
        .filter(({ id }) => wanted.has(id))
        .map((before) => ({ before, part: { tag: wanted.get(before.id) ?? before.tag } })),
    );
    if (refusal) return setProblem(refusal.message);
    const openings = new Map(detail.pieces.map(({ id, openingId }) => [id, openingId]));
    const tags = new Map<string, string>();
    for (const { pieceId, openingTag } of proposals) {
      const openingId = openings.get(pieceId);
      if (openingId) tags.set(openingId, openingTag);
    }
    const second = await retagOpenings(tags);
    if (second) return setProblem(second.message);
    onClose();
  }
  return (
    <Modal
      isOpen
      onClose={onClose}
      title="Tags from the map"
      note="Run, place along the run, position in the column: N3-B is the third place of the north run, at the bottom. L and R are the doors of a pair."
      width="40rem"
    >
      <label className="flex press-h-11 items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-(--act)"
          checked={retagAll}
          onChange={({ target }) => setRetagAll(target.checked)}
        />
        Also pieces whose tags fit the scheme already
      </label>
      {atWork > 0 && (
        <Notice>
          {atWork} of them are already being worked on under their old tags. Relabel the pieces too, or leave
          the tags.
        </Notice>
      )}
      {problem && <Notice kind="stop">{problem}</Notice>}
      {proposals.length === 0 ? (
        <p className="mt-2">Every mapped piece carries a tag of the scheme.</p>
      ) : (
        <ul className="mt-2 grid max-h-80 grid-cols-4 gap-x-6 overflow-y-auto">
          {proposals.map(({ pieceId, from, to }) => (
            <li key={pieceId} className="border-line border-b py-1">
              <span className="text-quiet">{from}</span> → <span className="font-semibold">{to}</span>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-4 flex gap-3">
        <Button kind="act" disabled={proposals.length === 0} onClick={() => void apply()}>
          Change {proposals.length} tags
        </Button>
        <Button onClick={onClose}>Leave them</Button>
      </div>
    </Modal>
  );
}
