import { isSaid } from '@upholder/core/said';
import { speak } from '@upholder/core/words';
import { voice } from '../voice.ts';

const words = (text: string): string => speak(text, voice());

/** Attributes that people read or hear. */
const READ = ['title', 'placeholder', 'alt', 'label', 'aria-label', 'aria-description', 'aria-valuetext'];

function spokenChild(child: unknown): unknown {
  if (typeof child === 'string') return isSaid(child) ? words(child) : child;
  if (!Array.isArray(child)) return child;
  const parts = child.map(spokenChild);
  return parts.some((part, at) => part !== child[at]) ? parts : child;
}

/**
 * Props of an element of the page with everything said by code in words: its text, what it is called, and what a field
 * shows. Components get theirs as they are, so that a code lasts until it is drawn.
 */
export function spoken(type: unknown, props: Record<string, unknown>): Record<string, unknown> {
  if (typeof type === 'function') return props;
  const changed: Record<string, unknown> = {};
  const child = spokenChild(props.children);
  if (child !== props.children) changed.children = child;
  for (const name of READ) {
    const text = props[name];
    if (typeof text === 'string' && isSaid(text)) changed[name] = words(text);
  }
  if ((type === 'input' || type === 'textarea') && typeof props.value === 'string' && isSaid(props.value))
    changed.value = words(props.value);
  return Object.keys(changed).length === 0 ? props : { ...props, ...changed };
}
