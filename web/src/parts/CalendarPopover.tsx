import { Popover } from 'radix-ui';
import type { RefObject } from 'react';
import { Calendar, type CalendarProps } from './Calendar.tsx';

/** A calendar beside the button that opened it, loaded with the first one. With one day to choose, choosing closes it. */
export function CalendarPopover({
  label,
  button,
  onClose,
  onDays,
  ...rest
}: CalendarProps & { label: string; button: RefObject<HTMLButtonElement | null>; onClose(): void }) {
  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose()}>
      <Popover.Anchor virtualRef={button as RefObject<HTMLButtonElement>} />
      <Popover.Portal>
        <Popover.Content
          aria-label={label}
          sideOffset={4}
          collisionPadding={8}
          // The button opens and closes by itself.
          onInteractOutside={(event) =>
            button.current?.contains(event.target as Node) && event.preventDefault()
          }
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            button.current?.focus();
          }}
          className="z-50 rounded-[3px] border border-line bg-raised p-2 shadow-xl"
        >
          <Calendar
            {...rest}
            onDays={(chosen) => {
              onDays(chosen);
              if (!rest.isMany) onClose();
            }}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
