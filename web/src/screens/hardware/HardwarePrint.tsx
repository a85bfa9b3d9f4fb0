import type { OpeningRow } from '@upholder/core/api';
import type { Piece } from '@upholder/core/pieces';
import { regional } from '@upholder/core/said';
import { show } from '../../base/voice.ts';
import { HINGE_WORDS, PULL_WORDS } from './BagRow.tsx';

/** The bags on paper: what is in each as plain text, and boxes to tick with a pencil. */
export function HardwarePrint({
  openings,
  pieces,
}: {
  openings: readonly OpeningRow[];
  pieces: readonly (Piece & { openingId: string | null })[];
}) {
  const heads = ['Bag', 'Pieces', 'Hinges', 'Handles', 'Screws', 'Order', 'Packed', 'Back in'];
  const box = <span className="inline-block size-4 border-[1.5px] border-black" aria-hidden="true" />;
  return (
    <table className="hidden w-full border-collapse text-left text-[9.5pt] leading-tight print:table">
      <thead>
        <tr className="border-black border-b-[1.5px]">
          {heads.map((head) => (
            <th key={head} scope="col" className="py-1 pr-2 align-bottom">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {openings.map(({ id, tag, hardware, baggedAt, returnedAt }) => (
          <tr key={id} className="break-inside-avoid border-black border-b align-top">
            <th scope="row" className="py-1 pr-2">
              {tag}
            </th>
            <td className="py-1 pr-2">
              {pieces
                .filter(({ openingId }) => openingId === id)
                .map((piece) => piece.tag)
                .join(', ')}
            </td>
            <td className="py-1 pr-2">
              {hardware.hinges}, {HINGE_WORDS[hardware.hingePlan]}
            </td>
            <td className="py-1 pr-2">
              {hardware.pulls}, {PULL_WORDS[hardware.pullPlan]}
              {hardware.holeCentresMm !== null &&
                `, ${regional('centres')} ${show('length', hardware.holeCentresMm)}`}
              {hardware.finish !== '' && `, ${hardware.finish}`}
            </td>
            <td className="py-1 pr-2">{hardware.screws}</td>
            <td className="py-1 pr-2">{hardware.toOrder > 0 ? hardware.toOrder : ''}</td>
            <td className="py-1 pr-2">{baggedAt === null ? box : '✓'}</td>
            <td className="py-1">{returnedAt === null ? box : '✓'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
