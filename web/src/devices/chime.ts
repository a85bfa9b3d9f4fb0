/** Beeps for a warning and for a stop; the second is higher, and there are more of them. */
const PATTERNS = { short: { hertz: 660, beeps: 2 }, over: { hertz: 990, beeps: 5 } } as const;

const BEEP_S = 0.22;
const GAP_S = 0.16;

let context: AudioContext | null = null;

/** Makes itself heard; where the browser allows no sound yet, nothing happens. */
export function chime(kind: keyof typeof PATTERNS): void {
  try {
    context ??= new AudioContext();
    void context.resume();
    const { hertz, beeps } = PATTERNS[kind];
    for (let beep = 0; beep < beeps; beep += 1) {
      const at = context.currentTime + beep * (BEEP_S + GAP_S);
      const tone = context.createOscillator();
      tone.frequency.value = hertz;
      tone.connect(context.destination);
      tone.start(at);
      tone.stop(at + BEEP_S);
    }
  } catch {
    // A device without sound still shows it.
  }
}
