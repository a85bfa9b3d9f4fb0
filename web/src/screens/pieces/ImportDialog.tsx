import type { Dossier } from '@upholder/core/api';
import { readTakeoff } from '@upholder/core/formats';
import type { Piece } from '@upholder/core/pieces';
import { useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { Refusal } from '../../api/upholder.ts';
import { Button, Field, Notice, Select } from '../../parts/controls.tsx';
import { Modal } from '../../parts/Modal.tsx';

interface ImportProps {
  dossier: Dossier;
  initialText: string;
  onClose(): void;
  insert(pieces: Piece[]): Promise<Refusal | null>;
}

/** Reads a table, shows what was understood row by row, and takes the good rows in when told to. */
export function ImportDialog({ dossier, initialText, onClose, insert }: ImportProps) {
  const [text, setText] = useState(initialText);
  const [zoneId, setZoneId] = useState(dossier.zones[0]?.id ?? '');
  const [problem, setProblem] = useState<string | null>(null);
  const fileInput = useRef<HTMLInputElement>(null);
  const taken = useMemo(() => dossier.pieces.map(({ tag }) => tag), [dossier.pieces]);
  const table = useMemo(() => (text.trim() === '' ? null : readTakeoff(text, taken)), [text, taken]);
  const good = table?.rows.filter(({ piece }) => piece !== null) ?? [];
  const bad = table?.rows.filter(({ piece }) => piece === null) ?? [];
  const headings = Object.keys(table?.rows[0]?.raw ?? {});

  async function takeIn(): Promise<void> {
    const zones = new Map(dossier.zones.map(({ id, name }) => [name.trim().toLowerCase(), id]));
    const first = Math.max(-1, ...dossier.pieces.map(({ position }) => position)) + 1;
    const pieces = good.flatMap(({ piece, zoneName }, index) =>
      piece
        ? [
            {
              ...piece,
              id: uuid(),
              zoneId: zones.get(zoneName.trim().toLowerCase()) ?? zoneId,
              position: first + index,
            },
          ]
        : [],
    );
    const refusal = await insert(pieces);
    if (refusal) setProblem(refusal.message);
    else if (bad.length === 0) onClose();
    // What could not be read stays, so that it can be put right here.
    else
      setText(
        [
          headings.join('\t'),
          ...bad.map(({ raw }) => headings.map((heading) => raw[heading] ?? '').join('\t')),
        ].join('\n'),
      );
  }

  return (
    <Modal
      isOpen
      onClose={onClose}
      title="Bring in a table"
      note="Commas, semicolons or tabs; mm, cm or inches; columns in any order under a line of headings."
      width="64rem"
    >
      <div className="flex items-end gap-3">
        <input
          ref={fileInput}
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          className="sr-only"
          aria-label="Table file"
          onChange={async ({ target }) => {
            const file = target.files?.[0];
            if (file) setText(await file.text());
            target.value = '';
          }}
        />
        <Button onClick={() => fileInput.current?.click()}>Choose a file</Button>
        <Field label="Zone for rows that name none" className="w-60">
          {(ids) => (
            <Select {...ids} value={zoneId} onChange={({ target }) => setZoneId(target.value)}>
              {dossier.zones.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Select>
          )}
        </Field>
        <span className="flex-1" />
        <Button kind="act" disabled={good.length === 0} onClick={() => void takeIn()}>
          Take in {good.length} {good.length === 1 ? 'piece' : 'pieces'}
        </Button>
      </div>
      <Field label="The table, as text" className="mt-3">
        {(ids) => (
          <textarea
            {...ids}
            rows={6}
            spellCheck={false}
            placeholder={'tag\twidth\theight\tkind\nD1\t400\t720\tdoor'}
            className="w-full rounded-[3px] border border-line bg-raised px-3 py-2 font-mono text-sm [tab-size:10]"
            value={text}
            onChange={({ target }) => setText(target.value)}
          />
        )}
      </Field>
      {problem && <Notice kind="stop">{problem}</Notice>}
      {table?.problem && <Notice kind="stop">{table.problem}</Notice>}
      {table && table.unknownHeadings.length > 0 && (
        <Notice>Not used: {table.unknownHeadings.join(', ')}.</Notice>
      )}
      {table && table.rows.length > 0 && (
        <>
          <p className="mt-3 font-semibold">
            {good.length} can be taken in
            {bad.length > 0 && (
              <span className="text-stop">, {bad.length} cannot: put them right above, or leave them</span>
            )}
          </p>
          <div className="mt-2 max-h-80 overflow-auto border border-line">
            <table className="w-full text-left text-[0.9rem]">
              <thead className="sticky top-0 bg-sheet">
                <tr>
                  <th scope="col" className="px-2 py-1 text-quiet">
                    Line
                  </th>
                  {headings.map((heading) => (
                    <th key={heading} scope="col" className="px-2 py-1">
                      {heading}
                    </th>
                  ))}
                  <th scope="col" className="px-2 py-1">
                    Said
                  </th>
                </tr>
              </thead>
              <tbody>
                {table.rows.map(({ line, raw, errors, piece }) => (
                  <tr key={line} className={`border-line border-t ${piece ? '' : 'bg-stop-wash'}`}>
                    <td className="px-2 py-1 text-quiet">{line}</td>
                    {headings.map((heading) => (
                      <td
                        key={heading}
                        className={`px-2 py-1 ${errors[heading] ? 'font-bold text-stop' : ''}`}
                      >
                        {raw[heading]}
                      </td>
                    ))}
                    <td className="px-2 py-1 text-stop">{Object.values(errors).join(' ')}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </>
      )}
    </Modal>
  );
}
