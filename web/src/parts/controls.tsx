import {
  type ButtonHTMLAttributes,
  type InputHTMLAttributes,
  type ReactNode,
  type SelectHTMLAttributes,
  type TextareaHTMLAttributes,
  useId,
} from 'react';

type Kind = 'act' | 'plain' | 'quiet' | 'stop';

const KINDS: Record<Kind, string> = {
  act: 'bg-act text-on-act border-act hover:brightness-110',
  plain: 'bg-raised text-ink border-ink hover:bg-closed',
  quiet: 'bg-transparent text-ink border-transparent hover:bg-closed',
  stop: 'bg-raised text-stop border-stop hover:bg-stop-wash',
};

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  kind?: Kind;
  /** `floor`: for gloves, at least 56 px high. */
  posture?: 'desk' | 'floor';
}

/** A button; its words are a verb. */
export function Button({ kind = 'plain', posture = 'desk', className = '', ...rest }: ButtonProps) {
  const size = posture === 'floor' ? 'min-h-14 px-6 text-lead' : 'press-h-9 px-3.5 text-note';
  return (
    <button
      type="button"
      className={`inline-flex items-center justify-center gap-2 rounded-[3px] border-[1.5px] font-semibold ${size} ${KINDS[kind]} ${className}`}
      {...rest}
    />
  );
}

interface FieldProps {
  label: string;
  error?: string;
  hint?: ReactNode;
  className?: string;
  children(ids: { id: string; 'aria-invalid': boolean; 'aria-describedby': string | undefined }): ReactNode;
}

/** A label, a control and, below it, what is wrong with it or what it understood. */
export function Field({ label, error, hint, className = '', children }: FieldProps) {
  const id = useId();
  const isDescribed = Boolean(error || hint);
  return (
    <div className={`flex flex-col gap-1 ${className}`}>
      <label htmlFor={id} className="label">
        {label}
      </label>
      {children({
        id,
        'aria-invalid': Boolean(error),
        'aria-describedby': isDescribed ? `${id}-said` : undefined,
      })}
      {isDescribed && (
        <p
          id={`${id}-said`}
          className={`text-small leading-snug ${error ? 'font-semibold text-stop' : 'text-quiet'}`}
          role={error ? 'alert' : undefined}
        >
          {error ?? hint}
        </p>
      )}
    </div>
  );
}

const CONTROL =
  'press-h-9 w-full rounded-[3px] border border-line bg-raised px-2.5 text-ink aria-[invalid=true]:border-stop aria-[invalid=true]:bg-stop-wash';

export function TextInput({ className = '', ...rest }: InputHTMLAttributes<HTMLInputElement>) {
  return <input className={`${CONTROL} ${className}`} autoComplete="off" {...rest} />;
}

export function Select({ className = '', ...rest }: SelectHTMLAttributes<HTMLSelectElement>) {
  return <select className={`${CONTROL} pr-7 ${className}`} {...rest} />;
}

/** Several lines of text. */
export function TextArea({ className = '', ...rest }: TextareaHTMLAttributes<HTMLTextAreaElement>) {
  return <textarea className={`${CONTROL} py-1.5 leading-snug ${className}`} {...rest} />;
}

/** One of the zones of a job. @param all words for “none in particular”, where that may be chosen. */
export function ZoneSelect({
  zones,
  all,
  ...rest
}: {
  zones: readonly { id: string; name: string }[];
  all?: string;
} & SelectHTMLAttributes<HTMLSelectElement>) {
  return (
    <Select {...rest}>
      {all !== undefined && <option value="">{all}</option>}
      {zones.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </Select>
  );
}

/** A sheet of paper on the ground. */
export function Card({
  className = '',
  children,
  ...rest
}: { className?: string; children: ReactNode } & React.HTMLAttributes<HTMLElement>) {
  return (
    <section className={`rounded-[3px] bg-sheet ${className}`} {...rest}>
      {children}
    </section>
  );
}

/** Something that needs attention, said once, with the way out beside it. */
export function Notice({
  kind = 'plain',
  children,
  action,
}: {
  kind?: 'plain' | 'stop' | 'act';
  children: ReactNode;
  action?: ReactNode;
}) {
  const look = {
    plain: 'border-tape bg-sheet',
    stop: 'border-stop bg-stop-wash',
    act: 'border-act bg-act-wash',
  }[kind];
  return (
    <div
      role={kind === 'stop' ? 'alert' : 'status'}
      className={`flex flex-wrap items-center gap-x-4 gap-y-2 border-l-[6px] px-4 py-2.5 leading-snug ${look}`}
    >
      <p className="min-w-0 flex-1">{children}</p>
      {action}
    </div>
  );
}

/** Lines in the shape of what is coming. */
export function Skeleton({ lines = 5 }: { lines?: number }) {
  return (
    <div role="status" aria-label="Loading" className="flex flex-col gap-3 p-5">
      {Array.from({ length: lines }, (_, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the lines are all alike
        <div key={index} className="h-4 bg-closed" style={{ width: `${90 - index * 9}%` }} />
      ))}
    </div>
  );
}
