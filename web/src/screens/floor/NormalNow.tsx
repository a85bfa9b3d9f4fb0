import type { JobDetail, ShopContext } from '@upholder/core/api';
import { normalNow } from '@upholder/core/floor';
import type { Step } from '@upholder/core/systems';
import { sheetsOf } from '../../job/productLookups.ts';

/** What may be seen at this step and needs no mending. */
export function NormalNow({ step, detail, shop }: { step: Step; detail: JobDetail; shop: ShopContext }) {
  const steps = detail.steps
    .filter(({ zoneId }) => zoneId === step.zoneId)
    .sort((a, b) => a.position - b.position);
  const sentences = normalNow(step, steps, sheetsOf(shop));
  if (sentences.length === 0) return null;
  return (
    <ul aria-label="Normal now" className="mt-3 flex flex-col gap-0.5 border-line border-l-4 pl-3 text-note">
      {sentences.map((sentence) => (
        <li key={sentence}>{sentence}</li>
      ))}
    </ul>
  );
}
