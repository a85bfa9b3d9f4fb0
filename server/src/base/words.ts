import { teach } from '@upholder/core/said';
import { REST } from '@upholder/core/said/rest';
import { PLAIN_VOICE, speak, type Voice } from '@upholder/core/words';

// The server speaks every sentence there is.
teach(REST);

/** Puts what is said by code into words: for a person or a shop, or plainly where nobody in particular reads it. */
export function inWords(text: string, voice: Voice = PLAIN_VOICE): string {
  return speak(text, voice);
}
