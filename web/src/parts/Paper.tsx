import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Button } from './controls.tsx';

/** One sheet of paper: how it prints, and the way back. */
export function Paper({
  print,
  back = { to: '../handover', name: 'Back to the handover' },
  children,
  tools,
}: {
  print: string;
  back?: { to: string; name: string };
  children: ReactNode;
  tools?: ReactNode;
}) {
  return (
    <main className="mx-auto flex w-full max-w-4xl flex-col gap-4 p-5 print:max-w-none print:p-0">
      <div className="no-print flex flex-wrap items-center gap-3">
        <Button kind="act" posture="floor" onClick={() => window.print()}>
          {print}
        </Button>
        {tools}
        <Link to={back.to} className="min-h-14 px-3 font-semibold text-act leading-[3.5rem] underline">
          {back.name}
        </Link>
      </div>
      <article className="bg-white p-8 text-black leading-snug print:p-0">{children}</article>
    </main>
  );
}

/** A part of a paper under its heading, on one page where it fits. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-4 break-inside-avoid">
      <h2 className="border-black border-b text-lead">{title}</h2>
      <div className="mt-1.5">{children}</div>
    </section>
  );
}
