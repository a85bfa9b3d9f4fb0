/** Ids of what later events of a job take back. */
export function withdrawnIds(events: readonly { what: { eventId?: unknown } }[]): ReadonlySet<unknown> {
  return new Set(events.map(({ what }) => what.eventId).filter((id) => typeof id === 'string'));
}
