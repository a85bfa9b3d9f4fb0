import { type ButtonHTMLAttributes, type ReactNode, useRef } from 'react';
import { Button } from './controls.tsx';

interface FileButtonProps {
  /** Names the field that takes the file. */
  label: string;
  /** Kinds of file that are offered, as the browser knows them. */
  accept: string;
  onFile(file: File): void;
  children: ReactNode;
  /** Takes the picture with the camera of a phone. */
  isCamera?: boolean;
  /** A button of another look; the usual one where it is left out. */
  as?: 'button';
  posture?: 'desk' | 'floor';
  kind?: 'plain' | 'quiet';
}

/** A button that asks for a file. The same file may be chosen twice in a row. */
export function FileButton({
  label,
  accept,
  onFile,
  children,
  isCamera = false,
  as,
  posture = 'desk',
  kind = 'plain',
  ...rest
}: FileButtonProps & Omit<ButtonHTMLAttributes<HTMLButtonElement>, 'onClick'>) {
  const input = useRef<HTMLInputElement>(null);
  const ask = () => input.current?.click();
  return (
    <>
      {as === 'button' ? (
        <button type="button" onClick={ask} {...rest}>
          {children}
        </button>
      ) : (
        <Button posture={posture} kind={kind} onClick={ask} {...rest}>
          {children}
        </Button>
      )}
      <input
        ref={input}
        type="file"
        accept={accept}
        {...(isCamera && { capture: 'environment' as const })}
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={({ target }) => {
          const file = target.files?.[0];
          target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
