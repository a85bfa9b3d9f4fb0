import type { ZoneRow } from '@upholder/core/api';
import type { ZoneSpec } from '@upholder/core/jobs';

/** A zone of which only the name is known. */
export function newZoneSpec(name: string): ZoneSpec {
  return {
    name,
    oldColour: '#8a6a45',
    newColour: '#dfe5dc',
    substrate: null,
    survey: {},
    choiceReason: '',
    systemId: null,
    options: null,
    customSystem: null,
    sharesWith: null,
  };
}

/** A zone without what only the server keeps: as it is sent to be changed. */
export function zoneSpecOf(zone: ZoneRow): ZoneSpec {
  const { id: _id, version: _version, position: _position, isEdited: _isEdited, ...spec } = zone;
  return spec;
}
