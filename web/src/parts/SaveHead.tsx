import type { ReactNode } from 'react';
import { Button, Notice } from './controls.tsx';

/** What a form has to say after it was saved, or not. */
export interface Said {
  kind: 'stop' | 'plain';
  words: string;
}

/** Head of a form that is saved by a press: its title, the press, and what came of it. */
export function SaveHead({
  title,
  said,
  save,
  isSaving,
  onSave,
  children,
}: {
  title: ReactNode;
  said: Said | null;
  /** Words on the button. */
  save: string;
  isSaving: boolean;
  onSave(): void;
  children?: ReactNode;
}) {
  return (
    <>
      <div className="flex items-start gap-3 max-md:flex-wrap">
        <div className="flex-1 max-md:basis-full">{title}</div>
        {children}
        <Button kind="act" disabled={isSaving} onClick={onSave}>
          {save}
        </Button>
      </div>
      {said && (
        <div className="mt-3">
          <Notice kind={said.kind}>{said.words}</Notice>
        </div>
      )}
    </>
  );
}
