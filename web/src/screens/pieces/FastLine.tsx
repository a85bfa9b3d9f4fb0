import type { JobDetail } from '@upholder/core/api';
import {
  type FastQuestion,
  nextTag,
  type Piece,
  type PieceKind,
  parseFastLine,
  pieceAreas,
  tagStart,
} from '@upholder/core/pieces';
import { type KeyboardEvent, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { Refusal } from '../../api/upholder.ts';
import { bare, show, unit, voice } from '../../base/voice.ts';
import { Button, TextInput, ZoneSelect } from '../../parts/controls.tsx';

const EXAMPLE = '12 × 400×720 shaker, 60 frame, both sides';
const EXAMPLE_IN = '12 × 15 3/4 × 28 3/8 shaker, 2 3/8 frame, both sides';
const isInch = () => unit('length') === 'in';

interface FastLineProps {
  detail: JobDetail;
  insert(pieces: Piece[]): Promise<Refusal | null>;
  /** The first of the pieces that the line stands for; null while it says nothing. */
  onPreview(piece: Piece | null): void;
}

/** Tags that count on from one, skipping those in use. */
function tagsFrom(first: string, count: number, taken: readonly string[]): string[] {
  const used = [...taken];
  const tags: string[] = [];
  let tag = first;
  for (let number = 0; number < count; number += 1) {
    if (number > 0 || used.some((other) => other.toLowerCase() === tag.toLowerCase()))
      tag = nextTag(tag, used);
    tags.push(tag);
    used.push(tag);
  }
  return tags;
}

/** Pieces as one typed line: read back while it is typed, added with Enter, repeated with a press. */
export function FastLine({ detail, insert, onPreview }: FastLineProps) {
  const last = detail.pieces.at(-1);
  const [text, setText] = useState('');
  const [zoneId, setZoneId] = useState(last?.zoneId ?? detail.zones[0]?.id ?? '');
  const [said, setSaid] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [suggestion, setSuggestion] = useState<FastQuestion['suggestion'] | null>(null);
  const past = useRef<string[]>([]);
  const at = useRef(0);
  const inZone = detail.pieces.filter((piece) => piece.zoneId === zoneId);
  /** The last piece of a kind in the zone, or of any where the line names none. */
  const like = (kind: PieceKind | null) =>
    kind === null
      ? inZone.at(-1)
      : (inZone.findLast((piece) => piece.kind === kind) ??
        detail.pieces.findLast((piece) => piece.kind === kind));

  function piecesFor(
    line: string,
  ): { pieces: Piece[]; said: string } | { error: string; suggestion?: FastQuestion['suggestion'] } {
    const entry = parseFastLine(line, like, voice().units);
    if (!entry.ok) return { error: entry.message, suggestion: entry.suggestion };
    const { count, tag, piece, said: words } = entry.value;
    const taken = detail.pieces.map((known) => known.tag);
    const first = tag ?? nextTag(inZone.at(-1)?.tag ?? tagStart(detail.zones, zoneId), taken);
    const position = Math.max(-1, ...detail.pieces.map((known) => known.position)) + 1;
    const tags = tagsFrom(first, count, taken);
    const pieces = tags.map((own, index) => ({
      ...piece,
      tag: own,
      id: uuid(),
      zoneId,
      position: position + index,
    }));
    const m2 = pieces.reduce((sum, one) => sum + pieceAreas(one).totalMm2 / 1e6, 0);
    const range = tags.length === 1 ? tags[0] : `${tags[0]} to ${tags.at(-1)}`;
    return { pieces, said: `${words} → ${range}, ${show('area', m2)}` };
  }

  function read(line: string): void {
    setText(line);
    setProblem(null);
    setSuggestion(null);
    if (line.trim() === '') {
      setSaid(null);
      onPreview(null);
      return;
    }
    const found = piecesFor(line);
    setSaid('error' in found ? null : found.said);
    onPreview('error' in found ? null : (found.pieces[0] ?? null));
  }

  async function add(line: string): Promise<void> {
    const found = piecesFor(line);
    if ('error' in found) {
      setProblem(found.error);
      setSuggestion(found.suggestion ?? null);
      return;
    }
    setSuggestion(null);
    const refusal = await insert(found.pieces);
    if (refusal) return setProblem(refusal.message);
    past.current.push(line);
    at.current = past.current.length;
    setText('');
    setProblem(null);
    setSaid(`Added: ${found.said}`);
    onPreview(null);
  }

  function press(event: KeyboardEvent<HTMLInputElement>): void {
    if (event.key === 'Enter') void add(text);
    else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      at.current = Math.max(
        0,
        Math.min(past.current.length, at.current + (event.key === 'ArrowUp' ? -1 : 1)),
      );
      read(past.current[at.current] ?? '');
    }
  }

  const repeated = past.current.at(-1);
  return (
    <div className="bg-sheet px-3 py-2">
      <div className="flex flex-wrap items-center gap-2">
        <label className="label" htmlFor="fast-line">
          Type pieces
        </label>
        <TextInput
          id="fast-line"
          className="min-w-72 flex-1"
          placeholder={isInch() ? EXAMPLE_IN : EXAMPLE}
          value={text}
          aria-invalid={problem !== null}
          aria-describedby="fast-line-said"
          onChange={({ target }) => read(target.value)}
          onKeyDown={press}
        />
        <ZoneSelect
          aria-label="Zone of the typed pieces"
          className="max-w-44"
          value={zoneId}
          onChange={({ target }) => setZoneId(target.value)}
          zones={detail.zones}
        />
        <Button
          kind={text.trim() === '' ? 'plain' : 'act'}
          disabled={text.trim() === ''}
          onClick={() => void add(text)}
        >
          Add
        </Button>
        <Button
          disabled={repeated === undefined}
          onClick={() => repeated !== undefined && void add(repeated)}
        >
          Repeat last
        </Button>
      </div>
      <p
        id="fast-line-said"
        role={problem ? 'alert' : 'status'}
        className={`mt-1 min-h-5 text-note leading-snug ${problem ? 'font-semibold text-stop' : 'text-quiet'}`}
      >
        {problem ??
          said ??
          (text.trim() === ''
            ? `How many × width × height, then anything else: construction, frame ${bare('length', 60)}, both sides, tag N1, // note. Enter adds, ↑ brings the last line back.`
            : '')}
        {suggestion && (
          <Button kind="act" className="ml-3" onClick={() => void add(suggestion.line)}>
            {suggestion.words}
          </Button>
        )}
      </p>
    </div>
  );
}
