import type { JobDetail, ShopContext } from '@upholder/core/api';
import { type CallBackRoute, openCallBack } from '@upholder/core/handover';
import {
  DEFECT_TRAITS,
  type Defect,
  type FindingSeverity,
  lastDoneKey,
  SEVERITIES,
  SEVERITY_WORDS,
  type Spot,
} from '@upholder/core/inspection';
import type { Piece } from '@upholder/core/pieces';
import { useState } from 'react';
import { Link } from 'react-router';
import { Button, Field, Notice, TextInput } from '../../parts/controls.tsx';
import { FileButton } from '../../parts/FileButton.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { useHappenings } from '../handover/useHappenings.ts';
import { usePieceStates } from '../useJobContext.ts';
import { BIG, chosen, DefectChoice, PieceChoice } from './reportParts.tsx';
import { SpotPicker } from './SpotPicker.tsx';
import { useInspecting } from './useInspecting.ts';

interface ReportProps {
  detail: JobDetail;
  shop: ShopContext;
  /** Pieces that may be meant. */
  pieces: readonly Piece[];
  now: number;
  /** How a client's complaint reached the shop: then a call-back is opened with the finding, or the open one goes on. */
  callBackVia?: CallBackRoute;
  onClose(): void;
}

/** What was just reported, with what may be added. */
function Reported({
  id,
  words,
  piece,
  jobId,
  problemBefore,
  openedId,
  onAnother,
  onClose,
}: {
  id: string;
  words: string;
  piece: Piece;
  jobId: string;
  /** What went wrong with what belongs to it. */
  problemBefore: string;
  /** The call-back that was opened with it; null where there was none to open. */
  openedId: string | null;
  onAnother(): void;
  onClose(): void;
}) {
  const { picture, decide } = useInspecting();
  const happen = useHappenings(jobId);
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState(problemBefore);
  async function take(file: File): Promise<void> {
    try {
      const kept = await picture({ id, jobId, pieceId: piece.id, zoneId: piece.zoneId }, file);
      if (kept.ok) setSaid('Picture added.');
      else setProblem(kept.message);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'The picture could not be saved.');
    }
  }
  async function takeBack(): Promise<void> {
    const kept = await decide({ id, jobId }, { answer: 'withdraw' });
    // A call-back that was opened for nothing else goes with it.
    const ended = kept.ok && openedId ? await happen({ kind: 'withdrawn', eventId: openedId }) : kept;
    if (ended.ok) onClose();
    else setProblem(ended.message);
  }
  return (
    <div className="flex flex-col gap-4">
      <Notice>
        Reported: <span className="font-semibold">{words}</span>. {said}
      </Notice>
      {problem && <Notice kind="stop">{problem}</Notice>}
      <div className="flex flex-wrap gap-3">
        <FileButton
          as="button"
          label={`Picture of ${words}`}
          accept="image/*"
          isCamera
          onFile={(file) => void take(file)}
          className={`${BIG} border-ink bg-raised px-6 font-semibold text-lead`}
        >
          Add a picture
        </FileButton>
        <Link
          to={`/jobs/${jobId}/inspection?finding=${id}`}
          onClick={onClose}
          className={`${BIG} inline-flex items-center border-act bg-act px-6 font-semibold text-lead text-on-act`}
        >
          Likely causes
        </Link>
        <Button posture="floor" onClick={onAnother}>
          Report another
        </Button>
        <Button posture="floor" kind="quiet" onClick={() => void takeBack()}>
          Take it back
        </Button>
        <Button posture="floor" onClick={onClose}>
          Done
        </Button>
      </div>
    </div>
  );
}

/** A defect is reported in two taps: where it is, and what it looks like. */
export function ReportDialog({ detail, shop, pieces, now, callBackVia, onClose }: ReportProps) {
  const states = usePieceStates(detail, shop);
  const { report } = useInspecting();
  const happen = useHappenings(detail.job.id);
  const [note, setNote] = useState('');
  const [piece, setPiece] = useState<Piece | null>(pieces.length === 1 ? (pieces[0] ?? null) : null);
  const [side, setSide] = useState<Spot['side']>('front');
  const [spot, setSpot] = useState<Spot | null>(null);
  const [defect, setDefect] = useState<Defect | null>(null);
  const [severity, setSeverity] = useState<FindingSeverity>('visible');
  const [problem, setProblem] = useState('');
  const [opened, setOpened] = useState<string | null>(null);
  const [reported, setReported] = useState<{ id: string; words: string } | null>(null);
  const steps = piece ? detail.steps.filter(({ zoneId }) => zoneId === piece.zoneId) : [];
  const lastKey = piece && lastDoneKey(steps, detail.log, piece.id);
  const state = piece && states.get(piece.id);
  const hasFilm = [state?.front, state?.back].some((one) =>
    ['primed', 'wet', 'dry', 'cured'].includes(one?.state ?? ''),
  );

  /** The call-back that a finding belongs to, opened where none is; null at work, undefined where it was not kept. */
  async function callBack({ id }: Piece): Promise<string | null | undefined> {
    const open = openCallBack(detail.events)?.event.id ?? opened;
    if (!callBackVia) return null;
    if (open) return open;
    const kept = await happen({ kind: 'call-back', via: callBackVia, pieceIds: [id], words: note.trim() });
    if (kept.ok) setOpened(kept.id);
    else setProblem(kept.message);
    return kept.ok ? kept.id : undefined;
  }
  async function save(at: Spot | null, what: Defect | null): Promise<void> {
    if (!piece || !at || !what) return;
    const callBackId = await callBack(piece);
    if (callBackId === undefined) return;
    const kept = await report({
      jobId: detail.job.id,
      pieceId: piece.id,
      stepId: steps.find(({ key }) => key === lastKey)?.id ?? null,
      spot: at,
      defect: what,
      severity,
      note: note.trim(),
      callBackId,
    });
    if (kept.ok) setReported({ id: kept.id, words: `${DEFECT_TRAITS[what].name}, ${piece.tag}, ${at.side}` });
    else setProblem(kept.message);
  }
  function another(): void {
    setReported(null);
    setSpot(null);
    setDefect(null);
    if (pieces.length > 1) setPiece(null);
  }
  const title = !piece
    ? 'Which piece?'
    : callBackVia
      ? `Call-back on ${piece.tag}`
      : `Defect on ${piece.tag}`;
  const guide = !piece || reported ? undefined : 'Tap where it is, then what it looks like.';
  return (
    <Modal isOpen onClose={onClose} title={title} note={guide} width="64rem">
      {reported && piece ? (
        <Reported
          {...reported}
          piece={piece}
          jobId={detail.job.id}
          problemBefore={problem}
          openedId={opened}
          onAnother={another}
          onClose={onClose}
        />
      ) : !piece ? (
        <PieceChoice pieces={pieces} detail={detail} states={states} now={now} onChoose={setPiece} />
      ) : (
        <div className="grid grid-cols-[auto_minmax(0,1fr)] gap-6 max-md:grid-cols-1">
          <div className="flex flex-col items-center gap-3">
            {piece.finishBack && (
              <div role="group" aria-label="Side" className="flex w-full gap-1.5">
                {(['front', 'back'] as const).map((one) => (
                  <button
                    key={one}
                    type="button"
                    aria-pressed={side === one}
                    className={`${BIG} flex-1 text-center ${chosen(side === one)}`}
                    onClick={() => {
                      setSide(one);
                      setSpot(null);
                    }}
                  >
                    {one}
                  </button>
                ))}
              </div>
            )}
            <div className="p-3">
              <SpotPicker
                piece={piece}
                states={state ?? undefined}
                colour={detail.zones.find(({ id }) => id === piece.zoneId)?.newColour ?? '#888888'}
                side={side}
                spot={spot}
                size={300}
                onSpot={(at) => {
                  setSpot(at);
                  void save(at, defect);
                }}
              />
            </div>
            <div role="group" aria-label="How bad" className="flex gap-1.5">
              {SEVERITIES.map((one) => (
                <button
                  key={one}
                  type="button"
                  aria-pressed={severity === one}
                  className={`${BIG} ${chosen(severity === one)}`}
                  onClick={() => setSeverity(one)}
                >
                  {SEVERITY_WORDS[one]}
                </button>
              ))}
            </div>
            <Field label={callBackVia ? 'What the client says' : 'Note, if any'} className="w-full">
              {(ids) => (
                <TextInput
                  {...ids}
                  className="press-h-12"
                  maxLength={1000}
                  value={note}
                  onChange={({ target }) => setNote(target.value)}
                />
              )}
            </Field>
          </div>
          <div>
            {problem && <Notice kind="stop">{problem}</Notice>}
            <DefectChoice
              defect={defect}
              hasFilm={hasFilm}
              onChoose={(one) => {
                setDefect(one);
                void save(spot, one);
              }}
            />
          </div>
        </div>
      )}
    </Modal>
  );
}
