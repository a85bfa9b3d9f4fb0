import type { JobDetail, JobSummary } from '@upholder/core/api';
import { sameTag } from '@upholder/core/pieces';
import { type FormEvent, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { lastJob } from '../../job/lastJob.ts';
import { Button, Card, Field, Notice, TextInput } from '../../parts/controls.tsx';
import { decodeFrame } from '../../parts/decode.ts';
import { FileButton } from '../../parts/FileButton.tsx';
import { useCamera } from '../../parts/useCamera.ts';
import { JobHits, jobsNamed } from './JobHits.tsx';
import { readCode } from './readCode.ts';

/** A piece that carries the tag, with its job. */
interface Hit {
  job: JobDetail['job'];
  piece: JobDetail['pieces'][number];
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
              to={`/jobs/${job.id}/pieces?piece=${piece.id}`}
              className="flex min-h-14 items-center gap-3 rounded-[3px] border-[1.5px] border-ink bg-raised px-4 text-lead"
            >
              <span className="tape text-note">{job.code}</span>
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
  const navigate = useNavigate();
  const floor = upholder.useFloorQuery();
  const [find] = upholder.useLazyFindPieceQuery();
  const list = upholder.useJobsQuery();
  const [readJob] = upholder.useLazyJobQuery();
  const [jobHits, setJobHits] = useState<JobSummary[]>([]);
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [several, setHits] = useState<Hit[]>([]);

  async function open(code: string): Promise<void> {
    const found = readCode(code);
    const named = jobsNamed(list.data?.jobs ?? [], code);
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
    const hitsIn = (details: readonly JobDetail[]): Hit[] =>
      details
        .filter(({ job }) => found.jobCode === null || sameTag(job.code, found.jobCode))
        .flatMap(({ job, pieces }) =>
          pieces.filter(({ tag }) => sameTag(tag, found.tag)).map((piece) => ({ job, piece })),
        );
    let hits = hitsIn(floor.data?.details ?? []);
    // What this page knows may be a moment old: nobody is told that a piece is not there before the server was asked.
    if (hits.length === 0 || floor.isFetching) {
      const fresh = await floor.refetch();
      if (fresh.data) hits = hitsIn(fresh.data.details);
      else if (hits.length === 0) return setProblem(refusalOf(fresh.error).message);
    }
    const [hit, another] = hits;
    if (another) {
      // The job that was open last is the one that is meant most often: it stands first.
      const last = lastJob();
      setProblem(null);
      setHits(hits.toSorted((a, b) => Number(b.job.id === last) - Number(a.job.id === last)));
      return;
    }
    setHits([]);
    if (!hit && found.jobCode !== null) {
      // A job that left the floor is still found by its code: that is where call-backs come from.
      const past = list.data?.jobs.find(({ job }) => sameTag(job.code, found.jobCode ?? ''));
      const read = past && (await readJob(past.job.id));
      if (read?.data) hits = hitsIn([read.data]);
      if (hits[0]) return navigate(`/jobs/${hits[0].job.id}/pieces/${hits[0].piece.id}`);
    }
    if (!hit && named.length > 0) return;
    if (!hit) return setProblem(`No open job has a piece ${found.tag}.`);
    navigate(`/jobs/${hit.job.id}/pieces?piece=${hit.piece.id}`);
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
          <Field label="Job and tag, as on the label" className="flex-1">
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
              const code = bitmap && decodeFrame(bitmap);
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
