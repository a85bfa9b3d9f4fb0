import { lazy, Suspense } from 'react';
import type { ModalWindowProps } from './ModalWindow.tsx';

const ModalWindow = lazy(async () => ({ default: (await import('./ModalWindow.tsx')).ModalWindow }));

/** Something to be settled before going on; Escape and the cross leave it. */
export function Modal({ isOpen, ...rest }: ModalWindowProps & { isOpen: boolean }) {
  return <Suspense fallback={null}>{isOpen && <ModalWindow {...rest} />}</Suspense>;
}
