import { z } from 'zod';
import { PieceSchema } from '../../pieces/index.ts';
import { said } from '../../said/index.ts';
import { PieceRowSchema } from '../shapes/contract.ts';
import { PATHS } from '../shapes/paths.ts';
import { EmptyResponse, route, uuidParams } from '../shapes/route.ts';

/** A piece as it shall be, and the version it was seen in. */
const PieceChangeSchema = z.object({ version: z.int(), piece: PieceSchema });
export type PieceChange = z.output<typeof PieceChangeSchema>;

export const piecesRoutes = {
  addPieces: route(PATHS.addPieces, {
    summary: 'Add pieces, all or none; repeating the call adds nothing twice',
    params: uuidParams('jobId'),
    body: z.object({ pieces: z.array(PieceSchema).min(1, said('call.send-at-least-one-piece')).max(2000) }),
    response: z.object({ pieces: z.array(PieceRowSchema) }),
    status: 201,
  }),

  changePieces: route(PATHS.changePieces, {
    summary: 'Change pieces that are still as they were seen, all or none',
    params: uuidParams('jobId'),
    body: z.object({
      changes: z.array(PieceChangeSchema).min(1, said('call.send-at-least-one-piece')).max(2000),
    }),
    response: z.object({ pieces: z.array(PieceRowSchema) }),
  }),

  findPiece: route(PATHS.findPiece, {
    summary: 'A piece and the job it belongs to: where the code on its label leads',
    params: uuidParams('pieceId'),
    response: z.object({
      jobId: z.uuid(),
      /** Whether its job is still being worked on. */
      isOpen: z.boolean(),
      piece: PieceRowSchema,
    }),
  }),

  findTag: route(PATHS.findTag, {
    summary:
      'Pieces of a tag: in open jobs, or in every job of this code, open ones first; at most fifty of them',
    body: z.object({ tag: z.string().min(1).max(200), jobCode: z.string().max(200).nullable() }),
    response: z.object({
      hits: z.array(
        z.object({
          job: z.object({ id: z.uuid(), code: z.string(), name: z.string(), isOpen: z.boolean() }),
          piece: z.object({ id: z.uuid(), tag: z.string() }),
        }),
      ),
    }),
  }),

  removePieces: route(PATHS.removePieces, {
    summary: 'Delete pieces that have no log',
    params: uuidParams('jobId'),
    body: z.object({ pieceIds: z.array(z.uuid()).min(1).max(5000) }),
    response: EmptyResponse,
  }),
};
