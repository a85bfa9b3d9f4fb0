import { decodeText, dialectWords } from '@upholder/core/formats';
import { Button, Field, Notice, Select, TextArea, ZoneSelect } from '../../parts/controls.tsx';
import { FileButton } from '../../parts/FileButton.tsx';
import { Modal } from '../../parts/Modal.tsx';
import { MappingRow, Questions } from './ImportColumns.tsx';
import { ImportRows } from './ImportRows.tsx';
import { type ImportOptions, useImport } from './useImport.ts';

/** Imports a table: the text, what its columns hold, every row as understood, and the rows that are to be taken. */
export function ImportDialog(options: ImportOptions) {
  const { detail, onClose } = options;
  const {
    text,
    setText,
    encoding,
    setEncoding,
    headingLine,
    setHeadingLine,
    zoneId,
    setZoneId,
    parsed,
    mapping,
    setMapping,
    isRemembered,
    problem,
    unmapped,
    asked,
    answer,
    notes,
    leftOut,
    rows,
    good,
    skipped,
    skip,
    skipAll,
    edit,
    pieceCount,
    isBusy,
    done,
    takeIn,
  } = useImport(options);
  const bad = rows.length - good.length;
  return (
    <Modal
      isOpen
      onClose={onClose}
      title="Import a table"
      note="Commas, semicolons or tabs; mm, cm, inches or feet; columns in any order. Nothing is imported until you say so."
      width="72rem"
    >
      <div className="flex flex-wrap items-end gap-3">
        <FileButton
          label="Table file"
          accept=".csv,.tsv,.txt,text/csv"
          onFile={async (file) => {
            const decoded = decodeText(new Uint8Array(await file.arrayBuffer()));
            setEncoding(decoded.encoding);
            setHeadingLine(undefined);
            // An empty file says so: it is not the same as no file.
            setText(decoded.text === '' ? ' ' : decoded.text);
          }}
        >
          Choose a file
        </FileButton>
        {parsed && (
          <Field label="Headings on line" className="w-40">
            {(ids) => (
              <Select
                {...ids}
                value={headingLine ?? parsed.dialect.headingLine}
                onChange={({ target }) => setHeadingLine(Number(target.value))}
              >
                <option value={0}>none</option>
                {Array.from({ length: 15 }, (_, index) => index + 1).map((line) => (
                  <option key={line} value={line}>
                    {line}
                  </option>
                ))}
              </Select>
            )}
          </Field>
        )}
        <Field label="Zone for rows that name none" className="w-60">
          {(ids) => (
            <ZoneSelect
              {...ids}
              zones={detail.zones}
              value={zoneId}
              onChange={({ target }) => setZoneId(target.value)}
            />
          )}
        </Field>
        <p className="flex-1 text-note text-quiet leading-snug">
          {parsed && `Understood: ${encoding === '' ? '' : `${encoding}, `}${dialectWords(parsed.dialect)}. `}
          {isRemembered && 'Columns as you set them last time.'}
        </p>
        <Button kind="act" disabled={pieceCount === 0 || isBusy} onClick={() => void takeIn()}>
          {isBusy
            ? `Importing ${done} of ${pieceCount}…`
            : `Import ${pieceCount} ${pieceCount === 1 ? 'piece' : 'pieces'}`}
        </Button>
      </div>
      <details className="mt-3" open={rows.length === 0}>
        <summary className="label">The table, as text</summary>
        <TextArea
          aria-label="The table, as text"
          rows={5}
          spellCheck={false}
          placeholder={'tag\twidth\theight\tkind\nD1\t400\t720\tdoor'}
          className="mt-1 font-mono text-note [tab-size:10]"
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
      </details>
      {problem && <Notice kind="stop">{problem}</Notice>}
      {parsed && <MappingRow table={parsed} mapping={mapping} onChange={setMapping} />}
      {unmapped && <Notice kind="stop">{unmapped}</Notice>}
      {parsed && !unmapped && <Questions questions={asked} onAnswer={answer} />}
      {(notes.length > 0 || leftOut.length > 0) && (
        <ul className="mt-2 border-tape border-l-[6px] bg-raised px-3 py-1.5 text-note">
          {notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
          {leftOut.map(({ line, why }) => (
            <li key={line}>
              Line {line} is left out: {why}
            </li>
          ))}
        </ul>
      )}
      {parsed && rows.length > 0 && (
        <>
          <p className="mt-3 font-semibold">
            {good.length} {good.length === 1 ? 'row' : 'rows'} can be imported
            {bad > 0 && (
              <span className="text-stop">
                , {bad} need fixing: correct the highlighted cells or skip these rows
              </span>
            )}
          </p>
          <ImportRows
            headings={parsed.headings}
            rows={rows}
            skipped={skipped}
            onSkip={skip}
            onSkipAll={skipAll}
            onEdit={edit}
          />
        </>
      )}
    </Modal>
  );
}
