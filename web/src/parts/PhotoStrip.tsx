import type { JobDetail } from '@upholder/core/api';
import type { Photo } from '@upholder/core/jobs';
import { regional } from '@upholder/core/said';
import { Camera } from 'lucide-react';
import { useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { refusalOf, upholder } from '../api/upholder.ts';
import { Button, Notice } from './controls.tsx';
import { FileButton } from './FileButton.tsx';
import { Modal } from './Modal.tsx';
import { pixelsOf, sampleColour, shrinkPicture } from './picture.ts';

function PhotoDialog({
  photo,
  jobId,
  onClose,
  onColour,
}: {
  photo: Photo;
  jobId: string;
  onClose(): void;
  onColour?(which: 'oldColour' | 'newColour', hex: string): void;
}) {
  const [remove] = upholder.useDeletePhotoMutation();
  const [sampled, setSampled] = useState<string | null>(null);
  const pixels = useRef<CanvasRenderingContext2D | null>(null);
  const address = `/api/photos/${photo.id}`;
  return (
    <Modal
      isOpen
      onClose={onClose}
      title="Picture"
      note={regional('Click a colour to pick it.')}
      width="56rem"
    >
      <button
        type="button"
        aria-label={regional('Sample a colour here')}
        className="block w-full cursor-crosshair"
        onClick={async (event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const isPressed = event.clientX !== 0 || event.clientY !== 0;
          const x = isPressed ? (event.clientX - box.left) / box.width : 0.5;
          const y = isPressed ? (event.clientY - box.top) / box.height : 0.5;
          pixels.current ??= await pixelsOf(address);
          if (pixels.current) setSampled(sampleColour(pixels.current, x, y));
        }}
      >
        <img
          src={address}
          alt={photo.caption || `Picture for ${photo.topic}`}
          className="max-h-[58vh] w-full object-contain"
        />
      </button>
      <div className="mt-3 flex press-h-11 flex-wrap items-center gap-3">
        {sampled && (
          <>
            <span className="size-11 max-md:size-[48px] border border-ink" style={{ background: sampled }} />
            <span className="quantity">{sampled}</span>
            {onColour && (
              <>
                <Button onClick={() => onColour('oldColour', sampled)}>
                  {regional('Use as old colour')}
                </Button>
                <Button onClick={() => onColour('newColour', sampled)}>
                  {regional('Use as new colour')}
                </Button>
              </>
            )}
          </>
        )}
        <span className="flex-1" />
        <Button
          kind="quiet"
          onClick={async () => {
            const outcome = await remove({ jobId, id: photo.id });
            if (!('error' in outcome)) onClose();
          }}
        >
          Delete the picture
        </Button>
      </div>
    </Modal>
  );
}

/** Pictures of a zone's question or of a piece: taken, shown small, opened to sample a colour. */
export function PhotoStrip({
  detail,
  zoneId,
  pieceId,
  topic,
  title,
  onColour,
}: {
  detail: JobDetail;
  zoneId: string;
  /** The piece that is shown; absent for the zone as a whole. */
  pieceId?: string;
  topic: string;
  title: string;
  onColour?(which: 'oldColour' | 'newColour', hex: string): void;
}) {
  const [add] = upholder.useAddPhotoMutation();
  const [open, setOpen] = useState<Photo | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [isSending, setSending] = useState(false);
  const photos = detail.photos.filter(
    (photo) => photo.zoneId === zoneId && photo.topic === topic && photo.pieceId === (pieceId ?? null),
  );
  async function take(file: File): Promise<void> {
    setSending(true);
    setProblem(null);
    try {
      const content = await shrinkPicture(file);
      const outcome = await add({ jobId: detail.job.id, zoneId, pieceId, id: uuid(), topic, content });
      if ('error' in outcome) setProblem(refusalOf(outcome.error).message);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'The picture could not be saved.');
    } finally {
      setSending(false);
    }
  }
  return (
    <>
      <div className="flex flex-wrap items-center gap-1.5">
        {photos.map((photo) => (
          <button
            key={photo.id}
            type="button"
            onClick={() => setOpen(photo)}
            aria-label={`Open a picture of ${title}`}
          >
            <img
              src={`/api/photos/${photo.id}?size=small`}
              alt=""
              className="size-11 max-md:size-[48px] rounded-[3px] border border-line object-cover"
              loading="lazy"
            />
          </button>
        ))}
        <FileButton
          as="button"
          label={`Picture file for ${title}`}
          accept="image/*"
          isCamera
          onFile={(file) => void take(file)}
          aria-label={`Add a picture of ${title}`}
          disabled={isSending}
          className="grid size-11 max-md:size-[48px] place-items-center rounded-[3px] border border-line border-dashed text-quiet hover:border-ink hover:text-ink"
        >
          <Camera size={20} aria-hidden="true" />
        </FileButton>
      </div>
      {problem && <Notice kind="stop">{problem}</Notice>}
      {open && (
        <PhotoDialog photo={open} jobId={detail.job.id} onClose={() => setOpen(null)} onColour={onColour} />
      )}
    </>
  );
}
