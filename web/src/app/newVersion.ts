import { useSyncExternalStore } from 'react';

// The shell of the app is kept by a service worker. A newer one waits until somebody says so: nothing changes under a hand.

/** So often it is asked whether there is a newer one, in ms. */
const ASK_MS = 3_600_000;

/** What is known of a newer version: none, one that waits for a press, or one that another page has already gone over to. */
export type NewVersion = 'none' | 'waits' | 'came';

let state: NewVersion = 'none';
let waiting: ServiceWorker | null = null;
let isWanted = false;
const listeners = new Set<() => void>();

function became(next: NewVersion): void {
  state = next;
  for (const listener of listeners) listener();
}

function found(worker: ServiceWorker): void {
  waiting = worker;
  became('waits');
}

function watch(registration: ServiceWorkerRegistration | undefined): void {
  // A browser that is told to keep nothing answers with none.
  if (!registration) return;
  if (registration.waiting) found(registration.waiting);
  registration.addEventListener('updatefound', () => {
    const next = registration.installing;
    next?.addEventListener('statechange', () => {
      // The very first one has nothing to take the place of.
      if (next.state === 'installed' && navigator.serviceWorker.controller) found(next);
    });
  });
  setInterval(() => void registration.update().catch(() => undefined), ASK_MS);
}

/** Keeps the shell on this device, once the page is there and has nothing better to do. Where it cannot, all else works. */
export function keepShell(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  const wasControlled = navigator.serviceWorker.controller !== null;
  navigator.serviceWorker.addEventListener('controllerchange', () => {
    if (isWanted) window.location.reload();
    else if (wasControlled) became('came');
  });
  const register = () => void navigator.serviceWorker.register('/sw.js').then(watch, () => undefined);
  if (document.readyState === 'complete') register();
  else window.addEventListener('load', register, { once: true });
}

/** Goes over to the newer version: this page is loaded again, others are told. */
export function goOverToNewer(): void {
  isWanted = true;
  if (state === 'came' || waiting === null) window.location.reload();
  else waiting.postMessage({ type: 'SKIP_WAITING' });
}

/** Whether a newer version is there. */
export function useNewVersion(): NewVersion {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => state,
  );
}
