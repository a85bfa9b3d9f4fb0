import { Link, type LinkProps } from 'react-router';

interface ButtonLinkProps extends LinkProps {
  kind?: 'act' | 'plain';
  /** `floor`: for gloves. */
  posture?: 'desk' | 'floor';
}

/** A link that looks like a button, since it is the way on. */
export function ButtonLink({ kind = 'plain', posture = 'desk', className = '', ...rest }: ButtonLinkProps) {
  const look = kind === 'act' ? 'border-act bg-act text-on-act' : 'border-ink bg-raised hover:bg-closed';
  const size = posture === 'floor' ? 'min-h-14 px-6 text-lead' : 'press-h-9 px-3.5 text-note';
  return (
    <Link
      className={`inline-flex items-center rounded-[3px] border-[1.5px] font-semibold ${size} ${look} ${className}`}
      {...rest}
    />
  );
}
