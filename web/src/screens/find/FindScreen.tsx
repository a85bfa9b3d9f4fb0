import type { JobDetail, JobSummary } from '@upholder/core/api';
import { sameTag } from '@upholder/core/pieces';
import { type FormEvent, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { type Out, refusalOf, upholder } from '../../api/upholder.ts';
import { useLater } from '../../base/useLater.ts';
import { lastJob } from '../../job/lastJob.ts';
import { Button, Card, Field, Notice, TextInput } from '../../parts/controls.tsx';
import { decodeFrame, loadReader } from '../../parts/decode.ts';
import { FileButton } from '../../parts/FileButton.tsx';
import { useCamera } from '../../parts/useCamera.ts';
import { JobHits, jobsNamed, SHORTEST_NAME } from './JobHits.tsx';
import { readCode } from './readCode.ts';

const AT_A_PRESS = [loadReader];

/** A piece that carries the tag, with its job. */
type Hit = Out<'findTag'>['hits'][number];

/** Where a piece is looked at; a job that left the floor has call-backs, not work, to show. */
const placeOf = ({ job, piece }: Hit): string =>
  job.isOpen ? `/jobs/${job.id}/pieces?piece=${piece.id}` : `/jobs/${job.id}/pieces/${piece.id}`;

/** Pieces of a tag among those that are on the floor. */
function hitsOnFloor(details: readonly JobDetail[], found: { jobCode: string | null; tag: string }): Hit[] {
  return details
    .filter(({ job }) => found.jobCode === null || sameTag(job.code, found.jobCode))
    .flatMap(({ job, pieces }) =>
      pieces
        .filter(({ tag }) => sameTag(tag, found.tag))
        .map(({ id, tag }) => ({
          job: { id: job.id, code: job.code, name: job.name, isOpen: job.status === 'open' },
          piece: { id, tag },
        })),
    );
}

/** Pieces of one tag in several jobs, to choose from. */
function Several({ hits }: { hits: readonly Hit[] }) {
  return (
    <Card className="p-4" aria-label="Pieces of this tag">
      <p>More than one job has a piece of this tag:</p>
      <ul className="mt-2 flex flex-col gap-2">
        {hits.map(({ job, piece }) => (
          <li key={piece.id}>
            <Link
              to={placeOf({ job, piece })}
              className="flex min-h-14 items-center gap-3 rounded-[3px] border-[1.5px] border-ink bg-raised px-4 text-lead"
            >
              <span className="tape shrink-0 whitespace-nowrap text-note">{job.code}</span>
              <span className="font-semibold">{piece.tag}</span>
              <span className="min-w-0 truncate text-quiet">{job.name}</span>
            </Link>
          </li>
        ))}
      </ul>
    </Card>
  );
}

/** Finds a piece by the code on its label, through the camera, a picture, or typed. */
export function FindScreen() {
  useLater(AT_A_PRESS);
  const navigate = useNavigate();
  const floor = upholder.useFloorQuery();
  const [find] = upholder.useLazyFindPieceQuery();
  const list = upholder.useJobsQuery();
  const [findTag] = upholder.useLazyFindTagQuery();
  const [findJobs] = upholder.useLazyFindJobsQuery();
  const [jobHits, setJobHits] = useState<JobSummary[]>([]);
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [several, setHits] = useState<Hit[]>([]);

  /** Jobs that are called so: of all that ever were, or without network of those that this device knows. */
  async function namedJobs(text: string): Promise<JobSummary[]> {
    if (text.trim().length < SHORTEST_NAME) return [];
    const found = await findJobs(text.trim());
    return found.data?.jobs ?? jobsNamed(list.data?.jobs ?? [], text);
  }

  async function open(code: string): Promise<void> {
    const found = readCode(code);
    const named = await namedJobs(code);
    setJobHits(named);
    if (!found) {
      if (named.length === 0)
        setProblem('No piece or job has this name. Type job and tag, such as QUAY U07.');
      return;
    }
    if (found.kind === 'piece') {
      const outcome = await find(found.pieceId);
      if (outcome.data) navigate(`/p/${found.pieceId}`);
      else setProblem(refusalOf(outcome.error).message);
      return;
    }
    const outcome = await findTag({ tag: found.tag, jobCode: found.jobCode });
    const refusal = outcome.error && refusalOf(outcome.error);
    // Without network, what this device knows of the floor is better than nothing.
    const hits = outcome.data?.hits ?? hitsOnFloor(floor.data?.details ?? [], found);
    const [hit, another] = hits;
    if (another) {
      // The job that was open last is the one that is meant most often: it stands first.
      const last = lastJob();
      setHits(hits.toSorted((a, b) => Number(b.job.id === last) - Number(a.job.id === last)));
    } else if (hit) navigate(placeOf(hit));
    else if (refusal) setProblem(refusal.message);
    else if (named.length === 0) setProblem(`No open job has a piece ${found.tag}.`);
  }
  const camera = useCamera(
    (code) => void open(code),
    () => setProblem('The camera cannot be used here. Take a picture of the label, or type what is on it.'),
  );

  function submit(event: FormEvent): void {
    event.preventDefault();
    setProblem(null);
    setHits([]);
    setJobHits([]);
    void open(text);
  }

  return (
    <main className="mx-auto flex w-full max-w-2xl flex-col gap-4 p-5">
      <h1>Find a piece</h1>
      {problem && <Notice kind="stop">{problem}</Notice>}
      {several.length > 0 && <Several hits={several} />}
      {jobHits.length > 0 && <JobHits jobs={jobHits} />}
      <Card className="p-5">
        <form onSubmit={submit} className="flex items-end gap-3">
          <Field label="Tag on the label, or a job’s name" className="flex-1">
            {(ids) => (
              <TextInput
                {...ids}
                className="min-h-14 text-head"
                placeholder="QUAY U07"
                autoCapitalize="characters"
                value={text}
                onChange={({ target }) => setText(target.value)}
              />
            )}
          </Field>
          <Button kind="act" posture="floor" type="submit" disabled={text.trim() === ''}>
            Open
          </Button>
        </form>
        <div className="mt-4 flex flex-wrap gap-3">
          {camera.isThere && (
            <Button posture="floor" onClick={() => camera.watch(!camera.isWatching)}>
              {camera.isWatching ? 'Stop the camera' : 'Read with the camera'}
            </Button>
          )}
          <FileButton
            posture="floor"
            label="Picture of a label"
            accept="image/*"
            onFile={async (file) => {
              setProblem(null);
              const bitmap = await createImageBitmap(file).catch(() => null);
              const code = bitmap && (await decodeFrame(bitmap).catch(() => null));
              if (code) await open(code);
              else setProblem('No code found in this picture. Move closer, or type what is on the label.');
            }}
          >
            Read from a picture
          </FileButton>
        </div>
        {camera.isWatching && (
          <video
            ref={camera.video}
            playsInline
            muted
            className="mt-4 w-full bg-ink"
            aria-label="What the camera sees"
          />
        )}
      </Card>
    </main>
  );
}
