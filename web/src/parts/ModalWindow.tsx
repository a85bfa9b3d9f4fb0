import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { type ReactNode, useState } from 'react';

export interface ModalWindowProps {
  onClose(): void;
  title: string;
  note?: string;
  children: ReactNode;
  width?: string;
}

/** What a modal shows while it is open, loaded with the first one. */
export function ModalWindow({ onClose, title, note, children, width = '44rem' }: ModalWindowProps) {
  // Whoever opened it has the keys again when it closes.
  const [opener] = useState(() => document.activeElement);
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Dialog.Content
          className="fixed top-1/2 left-1/2 z-50 flex max-h-[92vh] w-[calc(100vw-2rem)] -translate-x-1/2 -translate-y-1/2 flex-col rounded-[3px] bg-sheet shadow-2xl"
          style={{ maxWidth: width }}
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (opener instanceof HTMLElement) opener.focus();
          }}
        >
          <div className="flex items-start gap-4 border-line border-b px-5 py-3.5">
            <div className="flex-1">
              <Dialog.Title className="font-bold text-lead">{title}</Dialog.Title>
              {note && <p className="mt-0.5 text-quiet">{note}</p>}
            </div>
            <Dialog.Close
              className="grid size-10 max-md:size-[48px] place-items-center rounded-[3px] hover:bg-closed"
              aria-label="Close"
            >
              <X size={20} />
            </Dialog.Close>
          </div>
          <div className="overflow-y-auto px-5 py-4">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
