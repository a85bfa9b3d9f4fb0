/** Says on every screen and every print that nothing here is real. */
export function DemoStrip() {
  return (
    <p
      role="note"
      className="flex flex-wrap justify-center gap-x-3 bg-tape px-4 py-1 text-center font-semibold text-small text-tape-ink"
    >
      <span>Demo shop: every name and job is made up.</span>
      <span className="font-normal">Do not keep real jobs here: there are no passwords.</span>
    </p>
  );
}
