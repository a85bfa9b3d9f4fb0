import { Link } from 'react-router';
import { Card } from '../parts/controls.tsx';

/** Said where a screen needs a zone and the job has none. */
export function NoZone({ title, children }: { title: string; children?: string }) {
  return (
    <main className="p-5">
      <Card className="max-w-2xl p-6">
        <h2>{title}</h2>
        {children && <p className="mt-1 text-quiet">{children}</p>}
        <Link to="../brief" className="mt-3 inline-block font-semibold text-act underline">
          Add the first zone
        </Link>
      </Card>
    </main>
  );
}
