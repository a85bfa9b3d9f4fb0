/** What the marks of the chart mean. */
export function Legend() {
  return (
    <dl className="flex flex-wrap items-center gap-x-5 gap-y-1 text-small text-quiet">
      {[
        { key: 'work', drawing: <rect x="0" y="1" width="16" height="9" fill="var(--ink)" />, name: 'work' },
        {
          key: 'done',
          drawing: <rect x="0.5" y="1.5" width="15" height="8" fill="var(--closed)" stroke="var(--quiet)" />,
          name: 'done',
        },
        {
          key: 'fault',
          drawing: (
            <>
              <path d="M0 1 H9 L16 8 V10 H0 Z" fill="var(--ink)" />
              <path d="M9 1 L16 8" stroke="var(--stop)" strokeWidth="2.5" />
            </>
          ),
          name: 'with a finding',
        },
        { key: 'sand', drawing: <path d="M4 10 L12 10 L8 3 Z" fill="var(--ink)" />, name: 'may be sanded' },
        {
          key: 'recoat',
          drawing: (
            <path
              d="M4 0 V12 M4 1 H11 L9 3.2 L11 5.4 H4"
              stroke="var(--act)"
              strokeWidth="2"
              fill="var(--act)"
            />
          ),
          name: 'recoat opens',
        },
        {
          key: 'shut',
          drawing: (
            <path
              d="M12 0 V12 M12 1 H5 L7 3.2 L5 5.4 H12"
              stroke="var(--stop)"
              strokeWidth="2"
              fill="var(--stop)"
            />
          ),
          name: 'window closes',
        },
        {
          key: 'flip',
          drawing: (
            <path
              d="M8 1.4 A4.6 4.6 0 0 1 8 10.6 Z M8 1.4 A4.6 4.6 0 0 0 8 10.6"
              fill="var(--ink)"
              stroke="var(--ink)"
              strokeWidth="1.4"
              fillOpacity="1"
            />
          ),
          name: 'flip',
        },
      ].map(({ key, drawing, name }) => (
        <div key={key} className="flex items-center gap-1.5">
          <dt>
            <svg width="17" height="12" aria-hidden="true">
              {drawing}
            </svg>
          </dt>
          <dd>{name}</dd>
        </div>
      ))}
      <div className="flex gap-1.5">
        <dt>strips</dt>
        <dd>fade from wet to dry; closed hours are drawn narrower</dd>
      </div>
    </dl>
  );
}
