import type { ShopContext } from '@upholder/core/api';

/** The name of somebody who works or worked here. */
export function crewName({ crew }: Pick<ShopContext, 'crew'>, personId: string): string {
  return crew.find(({ id }) => id === personId)?.name ?? 'Someone';
}
