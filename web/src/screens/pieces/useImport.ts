import type { JobDetail, ShopContext } from '@upholder/core/api';
import {
  guessMapping,
  headingsSignature,
  type Mapping,
  mappingProblem,
  parseTable,
  readTable,
  type TableAnswers,
  type TableQuestion,
  type TakeoffReading,
  tableNotes,
} from '@upholder/core/formats';
import { type Piece, sameTag, tagStart } from '@upholder/core/pieces';
import { useEffect, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { type Refusal, refusalOf, upholder } from '../../api/upholder.ts';
import { newZoneSpec } from '../../job/zoneSpec.ts';

export interface ImportOptions {
  detail: JobDetail;
  shop: ShopContext;
  initialText: string;
  onClose(): void;
  insertMany(pieces: Piece[], onProgress: (done: number) => void): Promise<Refusal | null>;
}

const EMPTY = 'The table is empty. Paste rows with headings, or choose another file.';

/** A table on its way into the take-off: how it is read, what is asked of it, what is put right, and taking it in. */
export function useImport({ detail, shop, initialText, onClose, insertMany }: ImportOptions) {
  const [text, setText] = useState(initialText);
  const [edits, setEdits] = useState<Record<number, string[]>>({});
  const [ownMapping, setOwnMapping] = useState<Mapping | null>(null);
  const [skipped, setSkipped] = useState<ReadonlySet<number>>(new Set());
  const [takenIn, setTakenIn] = useState<ReadonlySet<number>>(new Set());
  const [zoneId, setZoneId] = useState(detail.zones[0]?.id ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [addZone] = upholder.useAddZoneMutation();
  const { data: remembered } = upholder.useMappingsQuery();
  const [remember] = upholder.useRememberMappingMutation();
  const [headingLine, setHeadingLine] = useState<number | undefined>();
  const [answers, setAnswers] = useState<TableAnswers>({});
  const [encoding, setEncoding] = useState('');
  const [done, setDone] = useState(0);
  const parsed = useMemo(() => parseTable(text, headingLine), [text, headingLine]);
  const signature = parsed ? headingsSignature(parsed.headings) : '';
  const known = remembered?.mappings.find((candidate) => candidate.signature === signature)?.mapping;
  const guessed = useMemo(() => (parsed ? guessMapping(parsed.headings, parsed.rows) : []), [parsed]);
  const mapping = ownMapping ?? (known?.length === guessed.length ? known : guessed);
  const taken = useMemo(() => detail.pieces.map(({ tag }) => tag), [detail.pieces]);
  const unmapped = parsed
    ? (parsed.problem ?? mappingProblem(mapping))
    : text.trim() === '' && text !== ''
      ? EMPTY
      : null;
  const reading = useMemo((): TakeoffReading => {
    if (!parsed || unmapped) return { rows: [], questions: [], leftOut: [] };
    const left = parsed.rows
      .filter(({ line }) => !takenIn.has(line))
      .map((row) => ({ ...row, cells: edits[row.line] ?? row.cells }));
    return readTable({ ...parsed, rows: left }, mapping, taken, answers, tagStart(detail.zones, zoneId));
  }, [parsed, unmapped, mapping, taken, edits, takenIn, answers, detail.zones, zoneId]);
  const { rows, questions, leftOut } = reading;
  /** Zones that rows name and the job does not have. */
  const strangeZones = useMemo(() => {
    const known = new Set(detail.zones.map(({ name }) => name.trim().toLowerCase()));
    const named = new Map(rows.map(({ zoneName }) => [zoneName.trim().toLowerCase(), zoneName.trim()]));
    return [...named].flatMap(([key, name]) => (key === '' || known.has(key) ? [] : [name]));
  }, [rows, detail.zones]);
  const areZonesAdded = (answers.zones ?? 'add') === 'add';
  const asked: TableQuestion[] =
    strangeZones.length === 0
      ? questions
      : [
          ...questions,
          {
            id: 'zones',
            text: `The job has no zone called ${strangeZones.map((name) => `“${name}”`).join(', ')}.`,
            options: [
              { value: 'add', words: strangeZones.length === 1 ? 'Add it' : 'Add them' },
              {
                value: 'other',
                words: `Put these rows into ${detail.zones.find(({ id }) => id === zoneId)?.name ?? 'the zone above'}`,
              },
            ],
            chosen: areZonesAdded ? 'add' : 'other',
          },
        ];
  const { places } = shop.settings;
  const placeOf = (name: string) => places.find((place) => sameTag(place.name, name))?.id ?? null;
  const strangePlaces = new Set(
    rows.flatMap(({ placeName }) => (placeName === '' || placeOf(placeName) !== null ? [] : [placeName])),
  );
  const notes = [
    ...useMemo(() => (parsed ? tableNotes(parsed, mapping) : []), [parsed, mapping]),
    ...[...strangePlaces].map(
      (name) => `The shop has no place called “${name}”: pieces worked there go to its first garage or tent.`,
    ),
  ];
  const good = rows.filter(({ pieces }) => pieces.length > 0);
  const chosen = good.filter(({ line }) => !skipped.has(line));
  const pieceCount = chosen.reduce((sum, { pieces }) => sum + pieces.length, 0);

  // Another text starts over: corrections belong to the lines they were made on.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a new text resets
  useEffect(() => {
    setEdits({});
    setSkipped(new Set());
    setTakenIn(new Set());
    setOwnMapping(null);
    setAnswers({});
  }, [text, headingLine]);

  async function takeIn(): Promise<void> {
    const zones = new Map(detail.zones.map(({ id, name }) => [name.trim().toLowerCase(), id]));
    if (areZonesAdded)
      for (const name of strangeZones) {
        const id = uuid();
        const outcome = await addZone({ jobId: detail.job.id, id, spec: newZoneSpec(name) });
        if ('error' in outcome) return setProblem(refusalOf(outcome.error).message);
        zones.set(name.trim().toLowerCase(), id);
      }
    const first = Math.max(-1, ...detail.pieces.map(({ position }) => position)) + 1;
    const pieces: Piece[] = chosen.flatMap((row) =>
      row.pieces.map((piece) => ({
        ...piece,
        id: uuid(),
        zoneId: zones.get(row.zoneName.trim().toLowerCase()) ?? zoneId,
        openingId: detail.openings.find(({ tag }) => sameTag(tag, row.openingTag))?.id ?? null,
        placeId: row.placeName === '' ? null : placeOf(row.placeName),
        position: 0,
      })),
    );
    setBusy(true);
    setDone(0);
    const refusal = await insertMany(
      pieces.map((piece, index) => ({ ...piece, position: first + index })),
      setDone,
    );
    setBusy(false);
    if (refusal) return setProblem(refusal.message);
    setProblem(null);
    void remember({ signature, mapping });
    if (chosen.length === rows.length) onClose();
    else setTakenIn((lines) => new Set([...lines, ...chosen.map(({ line }) => line)]));
  }

  return {
    text,
    setText,
    setEncoding,
    encoding,
    headingLine,
    setHeadingLine,
    zoneId,
    setZoneId,
    parsed,
    mapping,
    setMapping: setOwnMapping,
    isRemembered: known !== undefined && ownMapping === null,
    problem,
    unmapped,
    asked,
    answer: (id: string, value: string) => setAnswers((all) => ({ ...all, [id]: value })),
    notes,
    leftOut,
    rows,
    good,
    skipped,
    skip(line: number, isSkipped: boolean): void {
      setSkipped((lines) => {
        const next = new Set(lines);
        if (isSkipped) next.add(line);
        else next.delete(line);
        return next;
      });
    },
    skipAll: (isSkipped: boolean) =>
      setSkipped(isSkipped ? new Set(good.map(({ line }) => line)) : new Set()),
    edit: (line: number, cells: string[]) => setEdits((all) => ({ ...all, [line]: cells })),
    pieceCount,
    isBusy,
    done,
    takeIn,
  };
}
