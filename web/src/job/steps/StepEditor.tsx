import type { ShopContext } from '@upholder/core/api';
import type { Piece } from '@upholder/core/pieces';
import type { SequenceEdit } from '@upholder/core/rules';
import type { StepDraft } from '@upholder/core/systems';
import { ArrowDown, ArrowUp, Copy, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Button } from '../../parts/controls.tsx';
import { LoopButton, LoopFields } from './LoopFields.tsx';
import { NEW_STEPS, placeAfter } from './newSteps.ts';
import { StepFields } from './StepFields.tsx';
import type { StepsEditor } from './stepsEditor.ts';

interface EditorProps {
  step: StepDraft;
  steps: readonly StepDraft[];
  shop: ShopContext;
  pieces: readonly Piece[];
  colour: string;
  editor: StepsEditor;
}

/** Changing a step by hand: where it stands, what it is done with, and what comes after it. */
export function StepEditor({ step, steps, shop, pieces, colour, editor }: EditorProps) {
  const at = steps.findIndex(({ key }) => key === step.key);
  const before = steps[at - 1];
  const after = steps[at + 1];
  const afterNext = steps[at + 2];
  const place = placeAfter(steps, step.key, shop.products);
  const change = (what: string, part: Partial<StepDraft>) =>
    editor.edit(`${what} of ${step.name}`, [{ kind: 'change', key: step.key, part }]);
  const edit = (what: string, one: SequenceEdit) => editor.edit(`${what} of ${step.name}`, [one]);
  return (
    <div className="mt-3 border-line border-t pt-3">
      <div className="flex flex-wrap items-center gap-2">
        <Button
          disabled={!before}
          title="Alt ↑"
          onClick={() =>
            before &&
            editor.edit(`move of ${step.name}`, [{ kind: 'move', key: step.key, before: before.key }])
          }
        >
          <ArrowUp size={16} aria-hidden="true" /> Earlier
        </Button>
        <Button
          disabled={!after}
          title="Alt ↓"
          onClick={() =>
            editor.edit(`move of ${step.name}`, [
              { kind: 'move', key: step.key, before: afterNext?.key ?? null },
            ])
          }
        >
          <ArrowDown size={16} aria-hidden="true" /> Later
        </Button>
        <Button
          onClick={() =>
            editor.edit(`copy of ${step.name}`, [{ kind: 'insert', before: after?.key ?? null, step }])
          }
        >
          <Copy size={16} aria-hidden="true" /> Duplicate
        </Button>
        <LoopButton step={step} steps={steps} editor={editor} />
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>
            <Button>Insert after</Button>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              sideOffset={4}
              className="z-30 min-w-48 rounded-[3px] border border-line bg-raised p-1 shadow-xl"
            >
              {NEW_STEPS.filter(({ fits }) => fits?.(place) ?? true).map(({ name, make }) => (
                <DropdownMenu.Item
                  key={name}
                  className="cursor-pointer rounded-[3px] px-3 py-2 data-highlighted:bg-act-wash"
                  onSelect={() => {
                    const made = make(shop.products);
                    if (made) editor.edit(name, [{ kind: 'insert', before: after?.key ?? null, step: made }]);
                  }}
                >
                  {name}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        <span className="flex-1" />
        <Button
          kind="stop"
          disabled={steps.length < 2}
          onClick={() => editor.edit(`removal of ${step.name}`, [{ kind: 'remove', key: step.key }])}
        >
          <Trash2 size={16} aria-hidden="true" /> Remove step
        </Button>
      </div>
      <LoopFields step={step} steps={steps} editor={editor} />
      <StepFields step={step} shop={shop} pieces={pieces} colour={colour} change={change} edit={edit} />
    </div>
  );
}
