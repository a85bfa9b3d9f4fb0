/** What is told to whoever is not looking at the page. */
export interface Alarm {
  title: string;
  body: string;
  /** A newer one with the same name takes the place of the older. */
  tag: string;
}

/** In ms: on, off, on. */
const BUZZ = { short: [180, 120, 180], over: [300, 120, 300, 120, 300] } as const;

/** Asks once whether notifications may be shown; nothing happens where that was answered, or where there are none. */
export async function askToNotify(): Promise<void> {
  if (!('Notification' in globalThis) || Notification.permission !== 'default') return;
  try {
    await Notification.requestPermission();
  } catch {
    // A browser that allows none still shows it on the page.
  }
}

/** Shakes the device in the pocket, where it can. */
export function buzz(kind: keyof typeof BUZZ): void {
  try {
    navigator.vibrate?.([...BUZZ[kind]]);
  } catch {
    // Not on this device.
  }
}

/**
 * Tells it by the device, also while another page or none is in front. Through the service worker where there is one, since
 * phones show nothing else.
 */
export async function notify({ title, body, tag }: Alarm): Promise<void> {
  if (!('Notification' in globalThis) || Notification.permission !== 'granted') return;
  const options = { body, tag, icon: '/icons/upholder-192.png' };
  try {
    const worker = await navigator.serviceWorker?.getRegistration();
    if (worker) await worker.showNotification(title, options);
    else new Notification(title, options);
  } catch {
    // The page still shows it.
  }
}
