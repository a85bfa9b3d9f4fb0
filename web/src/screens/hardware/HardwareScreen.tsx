import type { OpeningRow } from '@upholder/core/api';
import { type Hardware, HINGE_PLANS, PULL_PLANS } from '@upholder/core/elevation';
import { PIECE_KIND_TRAITS } from '@upholder/core/pieces';
import { localClock, localDate, toMinute } from '@upholder/core/shop';
import { parseDecimal } from '@upholder/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { dayWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { PiecesTabs } from '../../job/PiecesTabs.tsx';
import { useJobContext } from '../../job/useJobContext.ts';
import { useMap } from '../../job/useMap.ts';
import { Button, Notice, Select, Sheet, TextInput } from '../../parts/controls.tsx';
import { PrintHead } from '../../parts/PrintHead.tsx';
import { UndoButtons } from '../../parts/UndoButtons.tsx';

const HINGE_WORDS = { off: 'come off', masked: 'stay, masked', renewed: 'are renewed' } as const;
const PULL_WORDS = { reuse: 'kept', replace: 'replaced', none: 'none' } as const;

/** Headings of the list with the widths of their columns. */
const WIDTHS: [title: string, width: string][] = [
  ['Bag', '5.2rem'],
  ['Pieces', 'auto'],
  ['Hinges', '4rem'],
  ['they', '8.2rem'],
  ['Handles', '4.4rem'],
  ['they are', '8rem'],
  ['Centres', '4.8rem'],
  ['Finish', '7rem'],
  ['Screws', '12rem'],
  ['Order', '4rem'],
  ['Packed', '5.6rem'],
  ['Back in', '5.6rem'],
];

function CountCell({
  value,
  label,
  onCommit,
}: {
  value: number;
  label: string;
  onCommit(value: number): void;
}) {
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | undefined>();
  return (
    <TextInput
      aria-label={label}
      inputMode="numeric"
      className="text-right"
      aria-invalid={problem !== undefined}
      title={problem}
      value={text ?? (value === 0 ? '' : String(value))}
      placeholder="–"
      onChange={({ target }) => setText(target.value)}
      onBlur={() => {
        if (text === null) return;
        const read =
          text.trim() === ''
            ? { ok: true as const, value: 0 }
            : parseDecimal(text, {
                what: 'the count',
                example: '2',
                min: 0,
                max: 999,
                isWhole: true,
                suffixes: ['pcs', 'x'],
              });
        setProblem(read.ok ? undefined : read.message);
        if (!read.ok) return;
        if (read.value !== value) onCommit(read.value);
        setText(null);
      }}
    />
  );
}

function TextCell({
  value,
  label,
  onCommit,
}: {
  value: string;
  label: string;
  onCommit(value: string): void;
}) {
  const [text, setText] = useState<string | null>(null);
  return (
    <TextInput
      aria-label={label}
      value={text ?? value}
      onChange={({ target }) => setText(target.value)}
      onBlur={() => {
        if (text !== null && text.trim() !== value) onCommit(text.trim());
        setText(null);
      }}
    />
  );
}

/** Hardware bags: one per opening, what is in it, packed and ticked back in. */
export function HardwareScreen() {
  const { dossier: served, shop } = useJobContext();
  const { dossier, change, layOut, history, problem } = useMap(served);
  const now = useNowMinute();
  const write = (openings: OpeningRow[]) => change(openings);
  const withHardware = dossier.pieces.filter(({ kind }) => PIECE_KIND_TRAITS[kind].closesOpening);
  const openings = [...dossier.openings].sort((a, b) =>
    a.tag.localeCompare(b.tag, undefined, { numeric: true }),
  );
  if (openings.length === 0)
    return (
      <main className="flex flex-col gap-3 px-5 py-3">
        <PiecesTabs />
        <Sheet className="max-w-2xl p-6">
          <h2>One bag for each opening</h2>
          {withHardware.length > 0 ? (
            <>
              <p className="mt-1 text-quiet">
                Bags carry the tags of their pieces. Make them now; a map can be laid out from them later.
              </p>
              {problem && <Notice kind="stop">{problem}</Notice>}
              <div className="mt-3 flex flex-wrap items-center gap-4">
                <Button kind="act" onClick={() => void layOut()}>
                  Make {withHardware.length} {withHardware.length === 1 ? 'bag' : 'bags'}
                </Button>
                <Link to="../pieces/map" className="font-semibold text-act underline">
                  Lay out the map first
                </Link>
              </div>
            </>
          ) : (
            <p className="mt-1 text-quiet">
              No door or drawer front is listed yet.{' '}
              <Link to="../pieces" className="font-semibold text-act underline">
                To the pieces
              </Link>
            </p>
          )}
        </Sheet>
      </main>
    );
  const sum = (of: (hardware: Hardware) => number) =>
    openings.reduce((total, { hardware }) => total + of(hardware), 0);
  const bagged = openings.filter(({ baggedAt }) => baggedAt !== null).length;
  const returned = openings.filter(({ returnedAt }) => returnedAt !== null).length;
  const stamp = () => new Date(now * 60_000).toISOString();
  const whenWords = (at: string | null) => {
    if (at === null) return '';
    const minute = toMinute(at);
    const day = localDate(minute, shop.timeZone);
    return day === localDate(now, shop.timeZone)
      ? localClock(minute, shop.timeZone)
      : dayWords(minute, shop.timeZone);
  };
  return (
    <main className="flex flex-col gap-3 px-5 py-3">
      <PrintHead job={dossier.job}>hardware bags</PrintHead>
      <div className="no-print flex flex-wrap items-center gap-3">
        <PiecesTabs />
        <span className="flex-1" />
        <p>
          <span className="quantity">{openings.length}</span> bags, <span className="quantity">{bagged}</span>{' '}
          packed, <span className="quantity">{returned}</span> back in;{' '}
          <span className="quantity">{sum(({ hinges }) => hinges)}</span> hinges,{' '}
          <span className="quantity">{sum(({ pulls }) => pulls)}</span> handles,{' '}
          <span className="quantity">{sum(({ toOrder }) => toOrder)}</span> to order
        </p>
        <UndoButtons history={history} />
        <Button onClick={() => window.print()}>Print the list</Button>
      </div>
      <p className="no-print text-quiet">
        Keep the two kinds of screws of a bag apart. Handles with a lead time are ordered before the first
        door comes off.
      </p>
      {problem && <Notice kind="stop">{problem}</Notice>}
      <div className="overflow-x-auto">
        <table className="w-full min-w-[66rem] table-fixed bg-sheet text-left">
          <colgroup>
            {WIDTHS.map(([title, width]) => (
              <col key={title} style={{ width }} />
            ))}
          </colgroup>
          <thead>
            <tr className="border-ink border-b-[1.5px] text-small">
              {WIDTHS.map(([title]) => (
                <th key={title} scope="col" className="px-2 py-1.5">
                  {title}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {openings.map((opening) => {
              const { hardware, tag } = opening;
              const set = (part: Partial<Hardware>) =>
                void write([{ ...opening, hardware: { ...hardware, ...part } }]);
              const members = dossier.pieces.filter(({ openingId }) => openingId === opening.id);
              return (
                <tr key={opening.id} className="border-line border-t">
                  <th scope="row" className="px-2">
                    <span className="tape text-note">{tag}</span>
                  </th>
                  <td className="px-2 text-note text-quiet">
                    {members.map((piece) => piece.tag).join(', ')}
                  </td>
                  <td className="px-1">
                    <CountCell
                      label={`Hinges of ${tag}`}
                      value={hardware.hinges}
                      onCommit={(hinges) => set({ hinges })}
                    />
                  </td>
                  <td className="px-1">
                    <Select
                      aria-label={`Hinges of ${tag}: what becomes of them`}
                      value={hardware.hingePlan}
                      onChange={({ target }) => set({ hingePlan: target.value as Hardware['hingePlan'] })}
                    >
                      {HINGE_PLANS.map((plan) => (
                        <option key={plan} value={plan}>
                          {HINGE_WORDS[plan]}
                        </option>
                      ))}
                    </Select>
                  </td>
                  <td className="px-1">
                    <CountCell
                      label={`Handles of ${tag}`}
                      value={hardware.pulls}
                      onCommit={(pulls) => set({ pulls })}
                    />
                  </td>
                  <td className="px-1">
                    <Select
                      aria-label={`Handles of ${tag}: what becomes of them`}
                      value={hardware.pullPlan}
                      onChange={({ target }) => set({ pullPlan: target.value as Hardware['pullPlan'] })}
                    >
                      {PULL_PLANS.map((plan) => (
                        <option key={plan} value={plan}>
                          {PULL_WORDS[plan]}
                        </option>
                      ))}
                    </Select>
                  </td>
                  <td className="px-1">
                    <CountCell
                      label={`Hole centres of ${tag}, mm`}
                      value={hardware.holeCentresMm ?? 0}
                      onCommit={(holeCentresMm) =>
                        set({ holeCentresMm: holeCentresMm === 0 ? null : holeCentresMm })
                      }
                    />
                  </td>
                  <td className="px-1">
                    <TextCell
                      label={`Finish of ${tag}`}
                      value={hardware.finish}
                      onCommit={(finish) => set({ finish })}
                    />
                  </td>
                  <td className="px-1">
                    <TextCell
                      label={`Screws of ${tag}`}
                      value={hardware.screws}
                      onCommit={(screws) => set({ screws })}
                    />
                  </td>
                  <td className="px-1">
                    <CountCell
                      label={`To order for ${tag}`}
                      value={hardware.toOrder}
                      onCommit={(toOrder) => set({ toOrder })}
                    />
                  </td>
                  {(['baggedAt', 'returnedAt'] as const).map((key) => (
                    <td key={key} className="px-2">
                      <label className="flex min-h-11 items-center gap-1.5">
                        <input
                          type="checkbox"
                          className="size-6 accent-(--act)"
                          aria-label={`${tag} ${key === 'baggedAt' ? 'packed' : 'back in'}`}
                          checked={opening[key] !== null}
                          onChange={({ target }) =>
                            void write([{ ...opening, [key]: target.checked ? stamp() : null }])
                          }
                        />
                        <span className="quantity text-small text-quiet">{whenWords(opening[key])}</span>
                      </label>
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </main>
  );
}
