import type { ShopContext } from '@upholder/core/api';
import type { Piece } from '@upholder/core/pieces';
import { builtUp, type SequenceEdit, type Severity } from '@upholder/core/rules';
import { type StepDraft, stepAppliesTo } from '@upholder/core/systems';
import { type KeyboardEvent, useMemo } from 'react';
import { SortableList, useSortableItem } from '../../parts/Sortable.tsx';
import { sheetsOf } from '../productLookups.ts';
import { loopHead } from './LoopFields.tsx';
import { StepEditor } from './StepEditor.tsx';
import { StepLine } from './StepLine.tsx';
import type { StepsEditor } from './stepsEditor.ts';

/** The edit that puts a step in the place of another, seen from where it comes. */
export function moveTo(steps: readonly StepDraft[], key: string, over: string): SequenceEdit {
  const from = steps.findIndex((step) => step.key === key);
  const to = steps.findIndex((step) => step.key === over);
  return { kind: 'move', key, before: from < to ? (steps[to + 1]?.key ?? null) : over };
}

interface ListProps {
  steps: readonly StepDraft[];
  shop: ShopContext;
  /** Pieces that steps can be limited to. */
  pieces: readonly Piece[];
  /** Pieces that amounts stand for, where the sequence belongs to no job. */
  shown?: readonly Piece[];
  colour: string;
  isOnSite: boolean;
  openKey: string | null;
  onOpen(key: string | null): void;
  markOf(key: string): Severity | null;
  editor: StepsEditor;
}

function Line({
  step,
  index,
  offUm,
  ...list
}: { step: StepDraft; index: number; offUm: number } & ListProps) {
  const { steps, shop, pieces, shown = pieces, colour, isOnSite, openKey, onOpen, markOf, editor } = list;
  const sortable = useSortableItem(step.key);
  /** Alt and an arrow moves the step. */
  function press(event: KeyboardEvent): void {
    const other = event.key === 'ArrowUp' ? steps[index - 1] : steps[index + 1];
    if (!event.altKey || !['ArrowUp', 'ArrowDown'].includes(event.key)) return;
    event.preventDefault();
    if (other) editor.edit(`move of ${step.name}`, [moveTo(steps, step.key, other.key)]);
  }
  return (
    <StepLine
      step={step}
      number={index + 1}
      pieces={shown.filter((piece) => stepAppliesTo(step, piece))}
      only={pieces.filter(({ id }) => step.pieceIds.includes(id)).map(({ tag }) => tag)}
      shop={shop}
      isOnSite={isOnSite}
      isOpen={openKey === step.key}
      mark={markOf(step.key)}
      offUm={offUm}
      sortable={sortable}
      head={loopHead(step, steps)}
      onToggle={() => onOpen(openKey === step.key ? null : step.key)}
      onKeyDown={press}
    >
      <StepEditor step={step} steps={steps} shop={shop} pieces={pieces} colour={colour} editor={editor} />
    </StepLine>
  );
}

/** Steps in their order: dragged or moved by keys, each opened to everything about it. */
export function StepList(list: ListProps) {
  const { steps, shop, editor } = list;
  const sanded = useMemo(() => {
    const built = builtUp(steps, sheetsOf(shop), shop.settings.sandedOff);
    return new Map(built.sanded.map(({ step, offUm }) => [step.key, offUm]));
  }, [steps, shop]);
  return (
    <SortableList
      ids={steps.map(({ key }) => key)}
      onMove={(key, over) =>
        editor.edit(`move of ${steps.find((step) => step.key === key)?.name}`, [moveTo(steps, key, over)])
      }
    >
      <ol className="bg-sheet" aria-label="Steps">
        {steps.map((step, index) => (
          <Line key={step.key} step={step} index={index} offUm={sanded.get(step.key) ?? 0} {...list} />
        ))}
      </ol>
    </SortableList>
  );
}
