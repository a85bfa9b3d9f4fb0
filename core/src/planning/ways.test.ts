import { describe, expect, it } from 'vitest';
import { words } from '../../test/expect.ts';
import { sampleJob, sampleShop } from '../../test/sample.ts';
import { checkPlan, planJob } from './index.ts';

describe('doors on their hinges', () => {
  const shop = sampleShop();
  for (const offForLast of [false, true])
    it('look' + offForLast, () => {
      const job = sampleJob(
        [
          {
            systemId: 'A',
            doors: 5,
            fronts: 3,
            frames: 1,
            piece: { way: 'hinges' },
            options: { offForLast },
          },
        ],
        shop,
      );
      console.log(job.steps.map((s) => words(s.name) + ' ' + s.place + ' ' + s.applicator).join('\n'));
      const made = planJob(job, shop, 29_731_000);
      if (!made.ok) throw new Error(made.message);
      console.log(
        made.value.plan.ops
          .map(({ op, start, end }) =>
            [
              op.loadId.slice(-6),
              ((start - 29_731_000) / 1440).toFixed(2),
              end - start,
              op.row,
              words(op.name),
              op.side,
              op.pieceIds.length,
              op.waitFor,
            ].join(' '),
          )
          .join('\n'),
      );
      expect(checkPlan(made.value.problem, made.value.plan)).toEqual([]);
    });
});
