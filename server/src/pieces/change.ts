import type { PieceChange, PieceRow } from '@upholder/core/api';
import { type Piece, tagTakenBy } from '@upholder/core/pieces';
import { said } from '@upholder/core/said';
import type { Queryable } from '../db/database.ts';
import { openingsOf } from '../elevation/store.ts';
import { ApiError } from '../http/errors.ts';
import { refitSequence } from '../zones/sequence.ts';
import { zonesOf } from '../zones/store.ts';
import { assignTemporaryTags, loggedPieces, piecesOf, updatePieces } from './store.ts';

/** Says which zones and openings of a job pieces may name. */
export async function placesOf(connection: Queryable, shopId: string, jobId: string) {
  const [zones, openings] = await Promise.all([
    zonesOf(connection, shopId, jobId),
    openingsOf(connection, shopId, jobId),
  ]);
  const zoneIds = new Set(zones.map(({ id }) => id));
  const openingIds = new Set(openings.map(({ id }) => id));
  return {
    /** Messages by field path; empty when the piece names only what the job has. */
    problems(piece: Pick<Piece, 'zoneId' | 'openingId'>, path: string): Record<string, string> {
      const fields: Record<string, string> = {};
      if (!zoneIds.has(piece.zoneId)) fields[`${path}.zoneId`] = said('refusal.choose-a-zone-of-this-job');
      if (piece.openingId !== null && !openingIds.has(piece.openingId))
        fields[`${path}.openingId`] = said('refusal.choose-an-opening-of-this-job');
      return fields;
    },
  };
}

/** Fits the sequences of the zones that these pieces belong to. @returns the zones whose steps are others now. */
export async function refitZones(
  connection: Queryable,
  shopId: string,
  pieces: readonly Pick<Piece, 'zoneId'>[],
): Promise<string[]> {
  const refitted: string[] = [];
  for (const zoneId of new Set(pieces.map((piece) => piece.zoneId))) {
    if (await refitSequence(connection, shopId, zoneId)) refitted.push(zoneId);
  }
  return refitted;
}

/**
 * Changes pieces of a job, all or none. Says which zones have other steps by that.
 * @throws ApiError at the field when a tag is taken, a place is unknown, or someone was faster.
 */
export async function changePieces(
  connection: Queryable,
  shopId: string,
  jobId: string,
  changes: readonly PieceChange[],
): Promise<{ pieces: PieceRow[]; refitted: string[] }> {
  const before = new Map((await piecesOf(connection, shopId, jobId)).map((piece) => [piece.id, piece]));
  const places = await placesOf(connection, shopId, jobId);
  const after = new Map([...before].map(([id, { tag }]) => [id, { id, tag }]));
  for (const { piece } of changes) after.set(piece.id, { id: piece.id, tag: piece.tag });
  const fields: Record<string, string> = {};
  const moved: string[] = [];
  changes.forEach(({ piece }, index) => {
    const old = before.get(piece.id);
    if (!old)
      throw new ApiError('not-found', said('refusal.the-job-has-no-piece-someone', { tag: piece.tag }));
    Object.assign(fields, places.problems(piece, `changes.${index}.piece`));
    if (tagTakenBy([...after.values()], piece.tag, piece.id))
      fields[`changes.${index}.piece.tag`] = said('refusal.tag-is-already-taken', { tag: piece.tag });
    if (old.zoneId !== piece.zoneId) moved.push(piece.id);
  });
  const problem = Object.entries(fields)[0];
  if (problem)
    throw new ApiError(problem[0].endsWith('.tag') ? 'tag-taken' : 'bad-input', problem[1], { fields });
  const logged = await loggedPieces(connection, shopId, moved);
  if (logged.length > 0) {
    const tags = logged.map((id) => before.get(id)?.tag).join(', ');
    throw new ApiError('already-logged', said('refusal.work-on-is-logged-so-it', { tags }));
  }
  // Tags may change places among each other; parked ones cannot clash on the way.
  const retagged = changes.filter(({ piece }) => before.get(piece.id)?.tag !== piece.tag);
  if (retagged.length > 1)
    await assignTemporaryTags(
      connection,
      shopId,
      retagged.map(({ piece }) => piece.id),
    );
  const written = new Map(
    (await updatePieces(connection, shopId, jobId, changes)).map((piece) => [piece.id, piece]),
  );
  const pieces = changes.map(({ piece }): PieceRow => {
    const row = written.get(piece.id);
    if (row) return row;
    const current = before.get(piece.id);
    throw new ApiError('conflict', said('refusal.someone-else-changed-meanwhile', { tag: current?.tag }), {
      current,
    });
  });
  const refitted = await refitZones(connection, shopId, [
    ...pieces,
    ...changes.flatMap(({ piece }) => before.get(piece.id) ?? []),
  ]);
  return { pieces, refitted };
}
