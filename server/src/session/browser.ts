const SYSTEMS: [RegExp, string][] = [
  [/android/i, 'Android'],
  [/iphone|ipad/i, 'iOS'],
  [/windows/i, 'Windows'],
  [/mac os/i, 'macOS'],
  [/cros/i, 'ChromeOS'],
  [/linux/i, 'Linux'],
];

/** What a member can tell a browser by: the system it runs on and whether it is held in the hand. */
export function browserWords(userAgent: string | undefined): string {
  const agent = userAgent ?? '';
  const system = SYSTEMS.find(([sign]) => sign.test(agent))?.[1] ?? 'unknown system';
  return `${/mobile|android/i.test(agent) ? 'Phone or tablet' : 'Computer'}, ${system}`;
}
