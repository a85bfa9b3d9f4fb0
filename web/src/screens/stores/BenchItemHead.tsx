import type { Gun, OwnCup } from '@upholder/core/mixing';
import type { ReactNode } from 'react';
import { Button } from '../../parts/controls.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import type { useBenchItemForm } from './useBenchItemForm.ts';

/** Head of a cup or gun: its name, what follows from it, and the presses that save it or put it away. */
export function BenchItemHead({
  item,
  form,
  saved,
  wanted,
  children,
}: {
  item: OwnCup | Gun;
  form: ReturnType<typeof useBenchItemForm>;
  /** What saving means for the bench. */
  saved: string;
  wanted(isRetired: boolean): unknown;
  children: ReactNode;
}) {
  return (
    <SaveHead
      title={
        <>
          <h1>{item.name}</h1>
          <p className="text-quiet">{children}</p>
        </>
      }
      said={form.said}
      save="Save"
      isSaving={form.isSaving}
      onSave={() => void form.save(wanted(item.isRetired), saved)}
    >
      <Button
        onClick={() =>
          void form.save(wanted(!item.isRetired), item.isRetired ? 'Back at the bench.' : 'Put away.')
        }
      >
        {item.isRetired ? 'Take out again' : 'Put away'}
      </Button>
    </SaveHead>
  );
}
