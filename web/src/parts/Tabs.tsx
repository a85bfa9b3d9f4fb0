import { Tabs as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface TabsProps<K extends string> {
  /** What the tabs choose between. */
  label: string;
  tabs: readonly (readonly [key: K, name: ReactNode])[];
  open: K;
  onOpen(key: K): void;
  /** What the open tab shows. */
  children: ReactNode;
  /** Right of the tabs. */
  aside?: ReactNode;
  /** Looks of the whole, of the list, of one tab, of what is shown. */
  className?: string;
  listClass?: string;
  tabClass?(isOpen: boolean): string;
  panelClass?: string;
}

/** Views side by side, of which one is open: arrow keys, Home and End walk along the tabs. */
export function Tabs<K extends string>({
  label,
  tabs,
  open,
  onOpen,
  children,
  aside,
  className = '',
  listClass = '',
  tabClass = () => '',
  panelClass = '',
}: TabsProps<K>) {
  return (
    <Radix.Root value={open} onValueChange={(key) => onOpen(key as K)} className={className}>
      <div className="flex flex-wrap items-center gap-1">
        <Radix.List aria-label={label} className={`flex flex-wrap ${listClass}`}>
          {tabs.map(([key, name]) => (
            <Radix.Trigger key={key} value={key} className={tabClass(key === open)}>
              {name}
            </Radix.Trigger>
          ))}
        </Radix.List>
        {aside}
      </div>
      <Radix.Content value={open} className={panelClass} tabIndex={-1}>
        {children}
      </Radix.Content>
    </Radix.Root>
  );
}
