import type { ShopContext, ZoneRow } from '@upholder/core/api';
import type { Piece } from '@upholder/core/pieces';
import { DEVIATIONS, type Deviation, deviate } from '@upholder/core/rules';
import type { StepDraft } from '@upholder/core/systems';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import { sheetsOf } from '../../job/productLookups.ts';
import { StepPieces } from '../../job/steps/StepPieces.tsx';
import type { StepsEditor } from '../../job/steps/stepsEditor.ts';
import { Button } from '../../parts/controls.tsx';

/** Gives single pieces what the others do not need, in the sequence that all share. */
export function SinglePieces({
  zone,
  steps,
  pieces,
  shop,
  editor,
}: {
  zone: ZoneRow;
  steps: readonly StepDraft[];
  pieces: readonly Piece[];
  shop: ShopContext;
  editor: StepsEditor;
}) {
  const [wanted, setWanted] = useState<Deviation | null>(null);
  const sheets = sheetsOf(shop);
  const possible = (Object.keys(DEVIATIONS) as Deviation[]).filter(
    (deviation) => deviate(deviation, steps, [], sheets).length > 0,
  );
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button disabled={pieces.length === 0}>For single pieces …</Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            sideOffset={4}
            className="z-30 min-w-64 rounded-[3px] border border-line bg-raised p-1 shadow-xl"
          >
            {possible.map((deviation) => (
              <DropdownMenu.Item
                key={deviation}
                className="cursor-pointer rounded-[3px] px-3 py-2 data-highlighted:bg-act-wash"
                onSelect={() => setWanted(deviation)}
              >
                {DEVIATIONS[deviation]}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {wanted && (
        <StepPieces
          title={`${DEVIATIONS[wanted]}: which pieces?`}
          pieces={pieces}
          colour={zone.newColour}
          chosen={[]}
          onChoose={(pieceIds) => {
            const ids = pieceIds.length === 0 ? pieces.map(({ id }) => id) : pieceIds;
            editor.edit(DEVIATIONS[wanted], deviate(wanted, steps, ids, sheets));
            setWanted(null);
          }}
          onClose={() => setWanted(null)}
        />
      )}
    </>
  );
}
