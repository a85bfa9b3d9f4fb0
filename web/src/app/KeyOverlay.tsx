import { regional } from '@upholder/core/said';
import { useLocation } from 'react-router';
import { show } from '../base/voice.ts';
import { Modal } from '../parts/Modal.tsx';
import { helpFor } from './help.ts';

const KEYS: { place: string; keys: [string, string][] }[] = [
  {
    place: 'Everywhere',
    keys: [
      ['?', 'what this screen is for, and these shortcuts'],
      ['f', 'to the floor'],
      ['j', 'to the jobs'],
      ['p', 'find a piece by its label'],
      ['m', 'to the mixing bench'],
      ['s', 'in a job: to its stages; Tab and Enter open another one'],
      ['b', 'switch to the booth (dark) theme and back'],
      ['Esc', 'close a dialog'],
    ],
  },
  {
    place: 'Pieces',
    keys: [
      ['Enter', 'save the cell and go down; in the last line, add the piece'],
      ['↑ ↓', 'cell above, cell below'],
      ['Tab', 'next cell'],
      ['Ctrl Z', 'undo the last change'],
      ['Ctrl Shift Z', 'redo what was undone'],
      ['Ctrl D', 'copy the cell from the line above'],
      ['Ctrl Del', 'delete the piece'],
      ['Ctrl V', 'paste a table: opens the import with it'],
      ['Shift Space', 'select the piece, to change several at once'],
      ['↑', 'in the typing line: bring back the last one'],
    ],
  },
  {
    place: 'Survey',
    keys: [
      ['1 to 9', 'pick that answer and go to the next question; again clears it'],
      ['← →', 'next answer'],
      ['Tab', 'next question'],
    ],
  },
  {
    place: 'Map',
    keys: [
      ['← → ↑ ↓', `move the opening by ${show('length', 10)}, with Shift by ${show('length', 100)}`],
      ['Ctrl ← → ↑ ↓', 'make it wider, narrower, higher, lower'],
      ['Del', 'delete the opening'],
    ],
  },
];

/** What the screen one stands on is for, in five lines, and what the keyboard can do. */
export function KeyOverlay({ isOpen, onClose }: { isOpen: boolean; onClose(): void }) {
  const help = helpFor(useLocation().pathname);
  return (
    <Modal isOpen={isOpen} onClose={onClose} title={help?.title ?? 'Keyboard shortcuts'} width="38rem">
      {help && (
        <>
          <ol className="mb-6 flex flex-col gap-2">
            {help.lines.map((line) => (
              <li key={line} className="border-tape border-l-[5px] pl-3 leading-snug">
                {regional(line)}
              </li>
            ))}
          </ol>
          <h2 className="mb-3">Keyboard shortcuts</h2>
        </>
      )}
      {KEYS.map(({ place, keys }) => (
        <section key={place} className="mb-5">
          <h3 className="mb-2 text-quiet">{place}</h3>
          <dl className="grid grid-cols-[7rem_1fr] gap-x-4 gap-y-1.5">
            {keys.map(([key, what]) => (
              <div key={key} className="contents">
                <dt>
                  <kbd className="rounded-[3px] border border-line bg-raised px-1.5 py-0.5 font-semibold text-note">
                    {key}
                  </kbd>
                </dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Modal>
  );
}
