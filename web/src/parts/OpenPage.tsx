import { type ReactNode, useEffect } from 'react';
import { useApp } from '../api/store.ts';

/** A page for somebody who is not signed in: the product's name, what it is about, and one sheet. */
export function OpenPage({
  title,
  note,
  children,
}: {
  title: string;
  note?: ReactNode;
  children: ReactNode;
}) {
  const theme = useApp(({ deviceSettings }) => deviceSettings.theme);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  return (
    <main className="mx-auto flex min-h-screen w-full max-w-3xl flex-col gap-5 p-5 max-md:p-3">
      <p className="flex items-center gap-2 font-extrabold text-lead [font-stretch:122%]">
        <img src="/mark.svg" alt="" className="h-6" />
        Upholder
      </p>
      <div>
        <h1>{title}</h1>
        {note && <p className="mt-1 max-w-prose text-quiet">{note}</p>}
      </div>
      {children}
    </main>
  );
}
