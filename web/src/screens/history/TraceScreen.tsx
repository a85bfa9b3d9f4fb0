import type { ShopContext, TracedCoat, TraceRequest } from '@upholder/core/api';
import { tagRanges } from '@upholder/core/pieces';
import { toMinute } from '@upholder/core/shop';
import { Link, useSearchParams } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { dateWords, whenWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { Button, Card, Notice, Skeleton } from '../../parts/controls.tsx';

/** What the address asks for; null where it asks for nothing. */
function wantedOf(search: URLSearchParams): TraceRequest | null {
  const [mixId, productKey, batch, day] = ['mix', 'product', 'batch', 'day'].map(
    (key) => search.get(key) ?? '',
  );
  if (mixId) return { by: 'mix', mixId };
  if (productKey && batch) return { by: 'batch', productKey, batch };
  return productKey && day ? { by: 'day', productKey, day } : null;
}

const STATUS = { open: 'open', 'handed-over': 'handed over', closed: 'closed' } as const;

function JobCoats({ coats, shop }: { coats: readonly TracedCoat[]; shop: ShopContext }) {
  const now = useNowMinute();
  const [first] = coats;
  if (!first) return null;
  const tags = new Set(coats.flatMap(({ pieces }) => pieces.map(({ tag }) => tag)));
  return (
    <Card className="mt-4 p-5 print:p-0" aria-label={first.jobCode}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <span className="tape shrink-0 whitespace-nowrap text-note">{first.jobCode}</span>
        <h2 className="min-w-0 flex-1">{first.client || 'No client entered'}</h2>
        <span className="text-quiet">
          {STATUS[first.status]} · {tags.size} {tags.size === 1 ? 'piece' : 'pieces'}
        </span>
      </div>
      <ul className="mt-2">
        {coats.map((coat) => (
          <li key={coat.entryId} className="border-line border-t py-2 leading-snug">
            <span className="font-semibold">{tagRanges(coat.pieces.map(({ tag }) => tag))}</span>
            <span className="text-quiet">
              {' '}
              · {coat.stepName} · {whenWords(toMinute(coat.doneAt), now, shop.timeZone)}, {coat.memberName}
            </span>
            <span className="flex flex-wrap gap-x-3 text-note print:hidden">
              {coat.pieces.slice(0, 12).map(({ id, tag }) => (
                <Link
                  key={id}
                  to={`/jobs/${coat.jobId}/pieces/${id}`}
                  className="text-act underline underline-offset-2"
                >
                  {tag}
                </Link>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </Card>
  );
}

/** Everything that had the same mix, batch or day, job by job, so that one soft door leads to all. */
export function TraceScreen() {
  const [search] = useSearchParams();
  const wanted = wantedOf(search);
  const { data: shop } = upholder.useShopQuery();
  const { data, error } = upholder.useTraceQuery(wanted ?? { by: 'mix', mixId: '' }, {
    skip: wanted === null,
  });
  if (!wanted)
    return (
      <main className="p-5">
        <Notice>Open the history of a piece and choose what to trace: a mix, a batch or a day.</Notice>
      </main>
    );
  if (error)
    return (
      <main className="p-5">
        <Notice kind="stop">{refusalOf(error).message}</Notice>
      </main>
    );
  if (!data || !shop) return <Skeleton />;
  const name = (key: string) =>
    shop.products.find((product) => product.key === key)?.sheet.name ?? 'this product';
  const title =
    wanted.by === 'mix'
      ? 'What else had this mix'
      : wanted.by === 'batch'
        ? `What else had batch ${wanted.batch} of ${name(wanted.productKey)}`
        : `What else had ${name(wanted.productKey)} on ${dateWords(wanted.day)}`;
  const byJob = new Map<string, TracedCoat[]>();
  for (const coat of data.coats) byJob.set(coat.jobId, [...(byJob.get(coat.jobId) ?? []), coat]);
  const pieces = new Set(data.coats.flatMap((coat) => coat.pieces.map(({ id }) => id)));
  return (
    <main className="mx-auto max-w-4xl p-5 print:p-0">
      <div className="flex items-start gap-4">
        <div className="min-w-0 flex-1">
          <h1>{title}</h1>
          <p className="text-quiet">
            {pieces.size === 0
              ? 'No coat is logged for it.'
              : `${pieces.size} ${pieces.size === 1 ? 'piece' : 'pieces'} in ${byJob.size} ${byJob.size === 1 ? 'job' : 'jobs'}.`}
          </p>
        </div>
        <Button className="no-print" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      {[...byJob].map(([jobId, coats]) => (
        <JobCoats key={jobId} coats={coats} shop={shop} />
      ))}
    </main>
  );
}
