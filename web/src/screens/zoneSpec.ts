import type { ZoneRow } from '@upholder/core/api';
import type { ZoneSpec } from '@upholder/core/jobs';

/** A zone without what only the server keeps: as it is sent to be changed. */
export function zoneSpecOf(zone: ZoneRow): ZoneSpec {
  const { id: _id, version: _version, position: _position, isEdited: _isEdited, ...spec } = zone;
  return spec;
}
