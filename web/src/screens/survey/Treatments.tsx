import type { JobDetail, PieceRow, ZoneRow } from '@upholder/core/api';
import type { Treatment } from '@upholder/core/pieces';
import type { SurveyPatch } from '@upholder/core/survey';
import { useState } from 'react';
import { Link } from 'react-router';
import type { UseHistory } from '../../base/useHistory.ts';
import { useTakeoff } from '../../job/useTakeoff.ts';
import { Field, Select } from '../../parts/controls.tsx';
import { DateInput } from '../../parts/DateField.tsx';
import { PieceGlyph } from '../../parts/PieceGlyph.tsx';

const NEXT: Record<Treatment, Treatment> = { finish: 'repair', repair: 'replace', replace: 'finish' };
const LOOKS: Record<Treatment, string> = {
  finish: 'border-line bg-raised',
  repair: 'border-ink bg-tape text-tape-ink',
  replace: 'border-stop bg-stop-wash text-stop',
};

/** Verdict of every piece: a press goes on to the next one. */
export function Treatments({
  detail,
  zone,
  history,
  onAnswer,
}: {
  detail: JobDetail;
  zone: ZoneRow;
  history: UseHistory;
  onAnswer(answers: Pick<SurveyPatch, 'replacementStock' | 'replacementsOn'>): void;
}) {
  const { edit } = useTakeoff(detail, history);
  const pieces = detail.pieces.filter(({ zoneId }) => zoneId === zone.id);
  const count = (treatment: Treatment) => pieces.filter((piece) => piece.treatment === treatment).length;
  // All of them are new then, and come from somewhere.
  const isRaw = zone.survey.existing === 'raw';
  if (pieces.length === 0)
    return (
      <p className="text-quiet">
        Pieces are finished as they are unless you change it.{' '}
        <Link to="../pieces" className="font-semibold text-act underline">
          Enter the pieces first
        </Link>
        .
      </p>
    );
  return (
    <div>
      <p>
        <span className="quantity">{count('finish')}</span> to finish,{' '}
        <span className="quantity">{count('repair')}</span> to repair first,{' '}
        <span className="quantity">{count('replace')}</span> to replace.{' '}
        <span className="text-quiet">Click a piece to change its treatment.</span>
      </p>
      <div className="mt-2 flex flex-wrap gap-1.5">
        {pieces.map((piece: PieceRow) => (
          <button
            key={piece.id}
            type="button"
            onClick={() => void edit(piece, { treatment: NEXT[piece.treatment] })}
            className={`flex press-h-11 items-center gap-1.5 rounded-[3px] border px-2 text-small ${LOOKS[piece.treatment]}`}
            aria-label={`${piece.tag}: ${piece.treatment}`}
          >
            <PieceGlyph piece={piece} colour={zone.newColour} size={26} />
            <span className="leading-tight">
              {piece.tag}
              {piece.treatment !== 'finish' && (
                <>
                  <br />
                  <span className="font-semibold">{piece.treatment}</span>
                </>
              )}
            </span>
          </button>
        ))}
      </div>
      {(count('replace') > 0 || isRaw) && (
        <div className="mt-3 flex flex-wrap items-start gap-4">
          {count('replace') > 0 && (
            <Field
              label="New pieces are made of"
              className="w-72"
              hint="They arrive unfinished and get their own prep, up to the first coat shared with the old ones."
            >
              {(ids) => (
                <Select
                  {...ids}
                  className="press-h-11"
                  value={zone.survey.replacementStock ?? 'MDF'}
                  onChange={({ target }) => onAnswer({ replacementStock: target.value as 'MDF' | 'wood' })}
                >
                  <option value="MDF">MDF</option>
                  <option value="wood">wood</option>
                </Select>
              )}
            </Field>
          )}
          <DeliveryDay
            key={zone.id}
            known={zone.survey.replacementsOn ?? ''}
            onChange={(day) => onAnswer({ replacementsOn: day === '' ? null : day })}
          />
        </div>
      )}
    </div>
  );
}

/** A year that is still being typed is not a day yet. */
const FIRST_DAY = '2000-01-01';

function DeliveryDay({ known, onChange }: { known: string; onChange(day: string): void }) {
  const [typed, setTyped] = useState(known);
  return (
    <Field
      label="New pieces arrive on"
      className="w-72"
      hint="No work on them is planned before that day. Empty means they are here."
    >
      {(ids) => (
        <DateInput
          {...ids}
          className="press-h-11"
          value={typed}
          onDay={(day) => {
            setTyped(day);
            if (day === '' || day >= FIRST_DAY) onChange(day);
          }}
        />
      )}
    </Field>
  );
}
