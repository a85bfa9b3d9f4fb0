import { type Leftover, leftoversOf, wasteLines } from '@upholder/core/handover';
import { effectiveLog } from '@upholder/core/jobs';
import { Link } from 'react-router';
import { upholder } from '../../api/upholder.ts';
import { show } from '../../base/voice.ts';
import { sheetsOf } from '../../job/productLookups.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Paper } from '../../parts/Paper.tsx';

const TO: Record<Leftover['to'], string> = {
  keep: 'Closed, stays for touch-ups',
  tin: 'Back in its tin',
  waste: 'Waste',
};

/** What is left of the mixes of a job, and how its waste is got rid of. */
export function LeftoversScreen() {
  const { detail, shop } = useJobContext();
  const { data } = upholder.useJobMixesQuery(detail.job.id);
  const sheets = sheetsOf(shop);
  const left = leftoversOf(data?.mixes ?? [], sheets);
  const used = effectiveLog(detail.log).flatMap(({ coat }) => coat?.productKey ?? []);
  const open = (data?.mixes ?? []).filter(({ emptiedAt }) => emptiedAt === null);
  return (
    <Paper print="Print the list">
      <h1 className="text-head">Leftovers and waste: {detail.job.name}</h1>
      {left.length === 0 ? (
        <p className="mt-3">No leftover of a mix is recorded.</p>
      ) : (
        <table className="mt-3 w-full">
          <thead>
            <tr className="border-black border-b text-left">
              <th scope="col">Mix</th>
              <th scope="col">Batch</th>
              <th scope="col" className="text-right">
                Left
              </th>
              <th scope="col" className="pl-4">
                Where it goes
              </th>
            </tr>
          </thead>
          <tbody>
            {left.map(({ mix, product, ml, to }) => (
              <tr key={mix.id} className="border-black/30 border-b">
                <td className="py-1">{product}</td>
                <td>{mix.batch || '–'}</td>
                <td className="text-right">{show('volume', ml)}</td>
                <td className="pl-4">{TO[to]}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {open.map(({ id, productKey }) => (
        <p key={id} className="mt-2">
          Still on the bench:{' '}
          <Link to={`/bench/${id}`} className="underline">
            {sheets[productKey]?.name ?? productKey}
          </Link>
          . Close it there to list what is left.
        </p>
      ))}
      <h2 className="mt-5 border-black border-b text-lead">Waste</h2>
      <ul className="mt-1.5 list-disc pl-5">
        {wasteLines(used, sheets).map((line) => (
          <li key={line} className="mt-1">
            {line}
          </li>
        ))}
        {used.length === 0 && <li>Nothing is coated yet.</li>}
      </ul>
    </Paper>
  );
}
