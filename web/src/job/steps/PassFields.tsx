import { does } from '@upholder/core/systems';
import { formatDuration, parseDurationMinutes } from '@upholder/core/units';
import { DraftText, readField, readNumber } from './draftText.tsx';
import type { FieldsProps } from './FilmFields.tsx';

/** Flash-off to begin with where a coat is first put on in light passes, in minutes. */
const USUAL_FLASH_MIN = 5;

/** In how many passes a coat goes on or an abrasive goes over, and how long a light pass flashes off. */
export function PassFields({ step, change }: FieldsProps) {
  const isCoat = does(step, 'laysFilm');
  if (!isCoat && step.grit === null) return null;
  return (
    <>
      <DraftText
        label={isCoat ? 'Light passes, back to back' : 'Passes with it'}
        value={String(step.passes)}
        read={(text) => readField('passes', text.trim() === '' ? 1 : readNumber(text))}
        hint={isCoat ? 'all of them make the wet film' : undefined}
        onCommit={(part) =>
          change('passes', {
            ...part,
            ...(isCoat && step.flashMin === 0 && part.passes !== 1 && { flashMin: USUAL_FLASH_MIN }),
          })
        }
      />
      {isCoat && step.passes > 1 && (
        <DraftText
          label="Flash-off between them"
          value={step.flashMin === 0 ? '' : formatDuration(step.flashMin)}
          read={(text) => {
            if (text.trim() === '') return { flashMin: 0 };
            const rest = parseDurationMinutes(text);
            return rest.ok ? readField('flashMin', rest.value) : rest.message;
          }}
          onCommit={(part) => change('flash-off', part)}
        />
      )}
    </>
  );
}
