import type { CustomCup, Gear, Gun } from '@upholder/core/mixing';
import type { ReactNode } from 'react';
import { Button } from '../../parts/controls.tsx';
import { SaveHead } from '../../parts/SaveHead.tsx';
import type { BenchItemForm } from './useBenchItemForm.ts';

/** Head of a cup or gun: its name, what follows from it, and the presses that save it or put it away. */
export function BenchItemHead({
  item,
  form,
  children,
}: {
  item: CustomCup | Gun | Gear;
  form: BenchItemForm;
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
      onSave={() => void form.save()}
    >
      <Button onClick={() => void form.setRetired(!item.isRetired)}>
        {item.isRetired ? 'Restore' : 'Retire'}
      </Button>
    </SaveHead>
  );
}
