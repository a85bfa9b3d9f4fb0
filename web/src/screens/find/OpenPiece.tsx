import { Navigate, useParams } from 'react-router';
import { refusalOf, upholder } from '../../api/upholder.ts';
import { Notice, Skeleton } from '../../parts/controls.tsx';

/** Where the code on a label leads: to its piece, whatever job it is in. */
export function OpenPiece() {
  const { pieceId = '' } = useParams();
  const { data, error } = upholder.useFindPieceQuery(pieceId);
  // A piece of a job that left the floor comes back for a reason: its history answers first.
  if (data)
    return (
      <Navigate
        to={
          data.isOpen
            ? `/jobs/${data.jobId}/pieces?piece=${pieceId}`
            : `/jobs/${data.jobId}/pieces/${pieceId}`
        }
        replace
      />
    );
  return error ? (
    <main className="p-6">
      <Notice kind="stop">{refusalOf(error).message}</Notice>
    </main>
  ) : (
    <Skeleton />
  );
}
