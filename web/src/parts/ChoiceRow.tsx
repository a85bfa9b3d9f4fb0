import { ToggleGroup } from 'radix-ui';
import type { KeyboardEvent, ReactNode } from 'react';

interface ChoiceRowProps<K extends string> {
  choices: readonly { value: K; words: ReactNode }[];
  /** Empty where nothing is chosen. */
  value: K | '';
  onChoose(value: K): void;
  /** A press on what is chosen takes it back; left out, it stays chosen. */
  onClear?(): void;
  /** Names the group, or points to what names it. */
  label?: string;
  labelledBy?: string;
  isDisabled?: boolean;
  className?: string;
  choiceClass(isChosen: boolean): string;
  onKeyDown?(event: KeyboardEvent<HTMLDivElement>): void;
  /** Stands behind the choices. */
  children?: ReactNode;
}

/** One of a few, as buttons in a row: arrow keys, Home and End walk along them without choosing, a press chooses. */
export function ChoiceRow<K extends string>({
  choices,
  value,
  onChoose,
  onClear,
  label,
  labelledBy,
  isDisabled = false,
  className = '',
  choiceClass,
  onKeyDown,
  children,
}: ChoiceRowProps<K>) {
  return (
    <ToggleGroup.Root
      type="single"
      role="radiogroup"
      value={value}
      onValueChange={(chosen) => (chosen === '' ? onClear?.() : onChoose(chosen as K))}
      disabled={isDisabled}
      aria-label={label}
      aria-labelledby={labelledBy}
      className={className}
      onKeyDown={onKeyDown}
    >
      {choices.map((choice) => (
        <ToggleGroup.Item
          key={choice.value}
          value={choice.value}
          className={choiceClass(choice.value === value)}
        >
          {choice.words}
        </ToggleGroup.Item>
      ))}
      {children}
    </ToggleGroup.Root>
  );
}
