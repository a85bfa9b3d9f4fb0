import { lastHandover, notPromised } from '@upholder/core/handover';
import { DEFECT_TRAITS, statedFindings } from '@upholder/core/inspection';
import { PIECE_KIND_TRAITS, PIECE_KINDS, type Piece, tagsOf } from '@upholder/core/pieces';
import { plural } from '@upholder/core/said';
import { localDate, toMinute } from '@upholder/core/shop';
import { does } from '@upholder/core/systems';
import { dateWords } from '../../base/times.ts';
import { useNowMinute } from '../../base/useNow.ts';
import { useCare } from '../../job/handover/useCare.ts';
import { sheetsOf } from '../../job/productLookups.ts';
import { useJobContext } from '../../job/useJobContext.ts';
import { Paper, Part } from '../../parts/Paper.tsx';
import { Signature } from './SignaturePad.tsx';

/** How many of each kind, with their tags. */
function Pieces({ pieces }: { pieces: readonly Piece[] }) {
  return PIECE_KINDS.map((kind) => {
    const own = pieces.filter((piece) => piece.kind === kind);
    if (own.length === 0) return null;
    const [one, many] = PIECE_KIND_TRAITS[kind].words;
    return (
      <p key={kind}>
        <span className="font-semibold">{plural(own.length, one, many)}</span>:{' '}
        {tagsOf(
          own,
          own.map(({ id }) => id),
        )}
      </p>
    );
  });
}

/** Pictures of the zones before and after. */
function Pictures() {
  const { detail } = useJobContext();
  // What the survey showed counts as before, where nobody took one for it.
  const beforeTopics = (zoneId: string) => {
    const own = detail.photos.filter((photo) => photo.zoneId === zoneId && photo.pieceId === null);
    const named = own.filter(({ topic }) => topic === 'before');
    return named.length > 0 ? named : own.filter(({ topic }) => topic !== 'after');
  };
  const rows = detail.zones.map((zone) => ({
    zone,
    before: beforeTopics(zone.id).slice(0, 2),
    after: detail.photos.filter(({ zoneId, topic }) => zoneId === zone.id && topic === 'after').slice(0, 2),
  }));
  if (rows.every(({ before, after }) => before.length + after.length === 0)) return null;
  return (
    <Part title="Before and after">
      {rows.map(({ zone, before, after }) =>
        before.length + after.length === 0 ? null : (
          <div key={zone.id} className="mb-2 grid grid-cols-2 gap-3 break-inside-avoid">
            {[before, after].map((photos, at) => (
              <figure key={at === 0 ? 'before' : 'after'}>
                <figcaption className="text-note">
                  {zone.name}, {at === 0 ? 'before' : 'after'}
                </figcaption>
                <div className="flex gap-2">
                  {photos.map(({ id, caption }) => (
                    <img
                      key={id}
                      src={`/api/photos/${id}`}
                      alt={caption || `${zone.name}, ${at === 0 ? 'before' : 'after'}`}
                      className="h-40 min-w-0 flex-1 object-cover"
                    />
                  ))}
                  {photos.length === 0 && <span className="text-note">no picture</span>}
                </div>
              </figure>
            ))}
          </div>
        ),
      )}
    </Part>
  );
}

/** The sheet that a client signs: what was done, what was agreed, what is not promised. */
export function SheetScreen() {
  const { detail, shop } = useJobContext();
  const now = useNowMinute();
  const cares = useCare(detail, shop);
  const { job } = detail;
  const handover = lastHandover(detail.events);
  const limits = handover
    ? handover.what.limits.split('\n').filter(Boolean)
    : notPromised(detail, shop.settings);
  const sheets = sheetsOf(shop);
  /** The films of a zone in plain words, in their order: `2 coats of enamel`. */
  const filmWords = (zoneId: string) => {
    const films = new Map<string, number>();
    for (const step of detail.steps
      .filter((one) => one.zoneId === zoneId)
      .sort((a, b) => a.position - b.position))
      if (does(step, 'laysFilm') && !step.isEdgesOnly && step.pieceIds.length === 0 && step.productKey)
        films.set(step.productKey, (films.get(step.productKey) ?? 0) + 1);
    return [...films]
      .map(([key, coats]) => `${plural(coats, 'coat', 'coats')} of ${sheets[key]?.name ?? key}`)
      .join(', then ');
  };
  const mended = statedFindings(detail).filter(({ state }) => state === 'cured' || state === 'replaced');
  return (
    <Paper print="Print the sheet">
      <p>{shop.name}</p>
      <h1 className="text-head">Handover: {job.name}</h1>
      <p>
        {job.client}
        {job.client && ' · '}
        {job.code} ·{' '}
        {handover
          ? dateWords(localDate(toMinute(handover.at), shop.timeZone), true)
          : dateWords(localDate(now, shop.timeZone), true)}
      </p>
      {detail.zones.map((zone) => {
        const { sample } = zone.survey;
        return (
          <Part key={zone.id} title={zone.name}>
            <Pieces pieces={detail.pieces.filter(({ zoneId }) => zoneId === zone.id)} />
            <p className="mt-1">
              <span className="font-semibold">Finish</span>: {filmWords(zone.id) || 'no coat recorded'}
            </p>
            <p>
              <span className="font-semibold">Agreed sample</span>:{' '}
              {sample?.shownOn
                ? `${sample.shownOn}${sample.buildUp ? `: ${sample.buildUp}` : ''}${sample.agreedBy ? `, agreed by ${sample.agreedBy}` : ''}${sample.agreedOn ? ` on ${dateWords(sample.agreedOn, true)}` : ''}`
                : 'none'}
            </p>
          </Part>
        );
      })}
      <Part title="How it is judged">
        <p>At arm’s length, in the light of the room, for three minutes; against the agreed sample.</p>
        {mended.length > 0 && (
          <p>
            Repaired on the way:{' '}
            {mended
              .map(
                ({ finding }) =>
                  `${detail.pieces.find(({ id }) => id === finding.pieceId)?.tag} ${DEFECT_TRAITS[finding.defect].name}`,
              )
              .join(', ')}
            .
          </p>
        )}
      </Part>
      <Pictures />
      <Part title="Not promised">
        <ul className="list-disc pl-5">
          {limits.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      </Part>
      {handover && handover.what.leftOpen.length > 0 && (
        <Part title="Still open at the handover">
          <ul className="list-disc pl-5">
            {handover.what.leftOpen.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </Part>
      )}
      {(handover?.what.care || cares.length > 0) && (
        <Part title="Until it has hardened">
          {(handover?.what.care ? [{ zones: [], dates: handover.what.care }] : cares).map(
            ({ zones, dates }) => (
              <p key={zones.join()}>
                {zones.length > 0 && <span className="font-semibold">{zones.join(', ')}: </span>}
                {dates
                  ? `Gently from ${dateWords(dates.dryOn, true)}. Dry cloth only until ${dateWords(dates.gentleUntil, true)}. Fully cured on ${dateWords(dates.curedOn, true)}.`
                  : 'See the care card.'}
              </p>
            ),
          )}
        </Part>
      )}
      <Part title="Received">
        {handover && handover.what.strokes.length > 0 ? (
          <>
            <Signature strokes={handover.what.strokes} by={handover.what.signedBy} />
            <p>
              {handover.what.signedBy}, {dateWords(localDate(toMinute(handover.at), shop.timeZone), true)}
            </p>
          </>
        ) : (
          <div className="mt-12 grid grid-cols-2 gap-8">
            <p className="border-black border-t pt-1">Client, date</p>
            <p className="border-black border-t pt-1">{shop.name}, date</p>
          </div>
        )}
      </Part>
    </Paper>
  );
}
