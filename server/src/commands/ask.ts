import { createInterface } from 'node:readline';
import { Refused } from './reach.ts';

/** Asks at the terminal; what is typed is not shown where it is secret. @throws Refused where there is no terminal to ask at. */
export function ask(question: string, { isSecret = false } = {}): Promise<string> {
  const { stdin, stdout } = process;
  if (!stdin.isTTY) throw new Refused(`${question.replace(/[:?]\s*$/, '')} is needed; see upholder help.`);
  const lines = createInterface({ input: stdin, output: stdout });
  if (isSecret) {
    const silent = lines as unknown as { _writeToOutput(text: string): void };
    silent._writeToOutput = (text) => {
      if (text.includes(question)) stdout.write(question);
    };
  }
  return new Promise((resolve) => {
    lines.question(question, (answer) => {
      lines.close();
      if (isSecret) stdout.write('\n');
      resolve(answer.trim());
    });
  });
}
