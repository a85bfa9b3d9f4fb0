type Text = string | number | null | undefined;

/** Refusals of the server: what it cannot do, and what to do instead. */
export const REFUSAL = {
  // server/src/pieces/change.ts
  'refusal.the-shop-has-no-such-place': 'The shop has no such place.',
  'refusal.the-job-has-no-piece-someone': (p: { tag: Text }) =>
    `The job has no piece ${p.tag}. Someone may have deleted it.`,
  'refusal.work-on-is-logged-so-it': (p: { tags: Text }) =>
    `Work on ${p.tags} is logged, so it stays in its zone.`,
  'refusal.someone-else-changed-meanwhile': (p: { tag: Text }) =>
    `Someone else has changed ${p.tag} since you opened it.`,
  // server/src/http/route.ts
  'refusal.sign-in-first': 'Sign in first.',
  'refusal.enter-your-password-to-go-on': 'Enter your password to go on: this tablet is shared.',
  // server/src/http/errors.ts
  'refusal.someone-else-took-this-tag-just': 'Someone else took this tag just now. Choose another one.',
  'refusal.someone-else-corrected-this-entry-just':
    'Someone else corrected this entry just now. Look at the log again.',
  'refusal.this-id-is-taken-make-a': 'This id is taken. Make a new one.',
  'refusal.someone-else-wrote-the-same-just':
    'Someone else wrote the same just now. Look again, then try again.',
  'refusal.someone-else-changed-the-same-just': 'Someone else changed the same just now. Try again.',
  'refusal.the-input-is-not-valid': 'The input is not valid.',
  'refusal.the-database-cannot-be-reached-nothing':
    'The database cannot be reached. Nothing is lost; this goes on by itself once it is back.',
  'refusal.the-disk-of-the-server-is-full':
    'The server’s disk is full. Nothing is lost: it is sent again by itself. Free some space there.',
  'refusal.the-server-can-only-read-just':
    'The server can only read just now. Nothing is lost: it is sent again by itself once it can write.',
  'refusal.too-many-calls-in-a-minute': 'Too many calls within a minute. This goes on by itself in a moment.',
  'refusal.the-request-is-not-valid-json': 'The request is not valid JSON.',
  'refusal.the-request-cannot-be-read': 'The request cannot be read.',
  'refusal.the-database-cannot-keep-this':
    'A figure, a date or a text in this cannot be kept, or what it belongs to is gone. Check it and try again.',
  // server/src/http/leaving.ts
  'refusal.whoever-asked-has-left': 'Whoever asked has left before the answer.',
  // server/src/http/bodies.ts
  'refusal.this-text-has-a-character-that':
    'This text has a character that cannot be kept. Delete it and type it again.',
  'refusal.this-lies-too-deep-within-other': 'This lies too deep within other values.',
  // server/src/http/errors.ts
  'refusal.the-request-is-too-large': 'The request is too large.',
  'refusal.something-went-wrong-here-try-again':
    'Something went wrong here. Try again; if it stays, restart the server and look at its log.',
  // server/src/session/limits.ts
  'refusal.too-many-attempts-wait-ten-minutes': 'Too many attempts. Wait ten minutes and try again.',
  // server/src/session/middleware.ts
  'refusal.this-request-came-from-another-site': 'This request came from another site.',
  'refusal.the-page-is-out-of-date': 'The page is out of date. Reload it and try again.',
  'refusal.this-was-written-by-another-member':
    'This was written by another member, who has to be signed in for it.',
  // server/src/app.ts
  // server/src/zones/sequence.ts
  'refusal.work-on-is-already-logged-so': (p: { name: Text }) =>
    `Work on “${p.name}” is already logged, so its sequence stays. Withdraw those entries first, or add a new zone.`,
  'refusal.two-steps-have-the-same-key': 'Two steps have the same key.',
  'refusal.steps-that-are-logged-stay-and': 'Steps that are logged stay, and stay in their order.',
  // server/src/photos/picture.ts
  'refusal.the-picture-is-empty': 'The picture is empty.',
  'refusal.the-picture-is-larger-than-3': 'The picture is larger than 3 MB.',
  'refusal.the-picture-has-too-many-pixels': (p: { megapixels: Text; most: Text }) =>
    `The picture has ${p.megapixels} million pixels; at most ${p.most} million can be kept. Send a smaller one.`,
  'refusal.this-is-not-a-picture-that': (p: { PHOTO_TYPES: Text }) =>
    `This is not a picture that can be kept. Use ${p.PHOTO_TYPES}.`,
  // server/src/routes/survey.ts
  'refusal.the-job-has-no-such-zone': 'The job has no such zone.',
  // server/src/routes/people.ts
  'refusal.the-shop-has-no-such-member': 'The shop has no such member.',
  'refusal.the-shop-would-have-no-owner':
    'The shop would have no owner who can sign in. Make someone else an owner first.',
  'refusal.they-have-left-take-them-back': 'They have left. Take them back first.',
  'refusal.this-invitation-is-not-valid-it':
    'This invitation is not valid. It may have been used or run out: ask for a new one.',
  'refusal.this-sign-in-name-is-taken': 'This sign-in name is taken. Choose another one.',
  'refusal.this-invitation-has-just-been-used': 'This invitation has just been used.',
  'refusal.the-shop-has-no-such-tablet': 'The shop has no such tablet.',
  // server/src/routes/systems.ts
  'refusal.the-shop-has-no-such-system': 'The shop has no such system.',
  'refusal.there-is-no-version-to-change': (p: { version: Text }) =>
    `There is no version ${p.version} to change.`,
  'refusal.someone-else-wrote-version-meanwhile-look': (p: { version: Text }) =>
    `Someone else has saved version ${p.version}. Look at it, then save yours as the next one.`,
  // server/src/routes/shop.ts
  'refusal.the-stores-have-a-product-with': 'There is already a product with this key.',
  'refusal.this-key-is-taken': 'This key is taken.',
  // server/src/routes/backups.ts
  'refusal.this-server-makes-no-backups': 'This server makes no backups.',
  'refusal.no-backup-was-made': (p: { message: Text }) => `No backup was made: ${p.message}`,
  'refusal.there-is-no-such-backup': 'There is no such backup.',
  // server/src/routes/session.ts
  'refusal.wrong-name-or-password': 'Wrong name or password.',
  'refusal.the-demo-has-no-such-member': 'The demo has no such member.',
  'refusal.this-is-not-a-tablet-of': 'This is not a tablet of the shop. Sign in with name and password.',
  'refusal.this-is-not-the-pin': 'This is not the PIN.',
  'refusal.this-badge-is-not-valid-here': 'This badge is not valid here.',
  'refusal.you-have-no-password-yet-ask': 'You have no password yet. Ask an owner for an invitation.',
  'refusal.this-is-not-your-password': 'This is not your password.',
  // server/src/routes/firstRun.ts
  'refusal.this-is-not-the-code-the':
    'This is not the code. The server prints it when it starts; restart it for a new one.',
  'refusal.this-server-cannot-open-the-sample':
    'This server cannot open the sample shop. Run npm run demo on your own computer.',
  'refusal.this-server-cannot-restore-a-backup':
    'This server cannot restore a backup here. Use upholder restore.',
  // server/src/routes/elevation.ts
  'refusal.the-shop-has-no-such-job': 'The shop has no such job.',
  'refusal.an-id-is-taken-make-a': 'An id is taken. Make a new one.',
  'refusal.someone-else-changed-opening-meanwhile': (p: { tag: Text }) =>
    `Someone else has changed opening ${p.tag} since you opened it.`,
  // server/src/routes/transfer.ts
  'refusal.this-job-belongs-to-another-shop': 'This job belongs to another shop.',
  'refusal.there-is-no-plan-to-take': 'There is no plan to export yet. Plan the job under Days first.',
  // server/src/routes/photos.ts
  'refusal.the-job-has-no-such-piece': 'The job has no such piece.',
  'refusal.this-id-is-taken-by-another': 'This id is taken by another picture. Make a new one.',
  'refusal.the-shop-has-no-such-picture': 'The shop has no such picture.',
  // server/src/routes/mixes.ts
  'refusal.choose-a-closed-container-or-waste': 'Choose a closed container or waste.',
  'refusal.the-mix-has-another-id-than': 'The mix has another id than its address.',
  'refusal.another-bench-wrote-to-this-mix':
    'Another bench has added to this mix. Nothing poured or read is lost.',
  'refusal.the-stores-have-no-such-product': 'There is no such product.',
  'refusal.choose-a-product-of-the-stores': 'Choose one of the shop’s products.',
  'refusal.write-down-why-it-goes-past': (p: { stops: Text }) =>
    `${p.stops} Write down why it goes past that.`,
  'refusal.write-down-why-in-a-few': 'Write down why, in a few words.',
  'refusal.the-bench-has-no-such-entry': 'The bench has no such entry.',
  'refusal.someone-else-changed-this-entry-meanwhile':
    'Someone else has changed this entry since you opened it.',
  // server/src/routes/clients.ts
  'refusal.there-is-no-such-link': 'There is no such link.',
  'refusal.this-link-does-not-lead-anywhere':
    'This link does not lead anywhere any more. Ask the shop for a new one.',
  // server/src/routes/jobs.ts
  'refusal.this-job-has-a-log-or':
    'This job has a log, or is not there: it is kept. Set it to handed over instead.',
  // server/src/routes/log.ts
  'refusal.someone-else-corrected-this-entry-meanwhile':
    'Someone else has corrected this entry since you opened it. Look at the log again.',
  'refusal.this-id-is-taken-by-another-2': 'This id is taken by another entry. Log it again.',
  'refusal.the-entry-names-another-job': 'The entry names another job.',
  'refusal.another-job': 'Another job.',
  // server/src/routes/zones.ts
  'refusal.a-zone-shares-with-another-zone': 'A zone shares with another zone of its job.',
  'refusal.choose-another-zone-of-this-job': 'Choose another zone of this job.',
  'refusal.the-shop-has-no-such-zone': 'The shop has no such zone.',
  'refusal.still-has-pieces-move-or-delete': (p: { name: Text; pieces: Text }) =>
    `“${p.name}” still has ${p.pieces} pieces. Move or delete them first.`,
  'refusal.work-on-this-zone-is-logged': 'Work on this zone is logged: it is kept.',
  // server/src/routes/pieces.ts
  'refusal.an-id-is-taken-by-another': 'An id is taken by another piece. Make a new one.',
  'refusal.the-shop-has-no-such-piece': 'The shop has no such piece. It may have been deleted.',
  'refusal.work-on-is-logged-so-it-2': (p: { tags: Text }) =>
    `Work on ${p.tags} is logged, so it cannot be deleted.`,
  // server/src/routes/plans.ts
  'refusal.other-plans-of-the-shop-are':
    'Other plans of the shop are being made just now. Try again in a moment.',
  // server/src/routes/products.ts
  'refusal.the-stores-have-an-entry-with': 'There is already an entry with this key.',
  'refusal.the-shop-has-no-such-answer': 'The shop has no such answer.',
  // server/src/routes/survey.ts
  'refusal.someone-else-changed-this-zone-meanwhile':
    'Someone else has changed this zone since you opened it. Try again.',
  // server/src/routes/shop.ts
  'refusal.someone-else-changed-the-shop-meanwhile': 'Someone else has changed the shop since you opened it.',
  'refusal.someone-else-changed-this-sheet-meanwhile':
    'Someone else has changed this sheet since you opened it.',
  // server/src/routes/firstRun.ts
  'refusal.this-installation-has-a-shop-already': 'This installation has a shop already. Sign in.',
  // server/src/routes/elevation.ts
  'refusal.opening-exists-already': (p: { tag: Text }) => `Opening ${p.tag} exists already.`,
  'refusal.the-shop-has-no-such-wall': 'The shop has no such wall.',
  'refusal.someone-else-changed-this-wall-meanwhile':
    'Someone else has changed this wall since you opened it.',
  // server/src/routes/mixes.ts
  'refusal.stock-is-not-tracked-so-its': 'Stock is not tracked, so its thinning would be unknown.',
  // server/src/routes/jobs.ts
  'refusal.someone-else-changed-this-job-meanwhile': 'Someone else has changed this job since you opened it.',
  // server/src/routes/log.ts
  'refusal.the-job-has-no-such-step': 'The job has no such step. Its sequence may have changed; reload.',
  'refusal.a-piece-does-not-belong-to': 'A piece does not belong to the zone of this step.',
  'refusal.that-time-is-in-the-future': 'That time is in the future.',
  'refusal.is-not-a-coating-step': (p: { name: Text }) => `“${p.name}” is not a coating step.`,
  'refusal.the-entry-to-correct-is-not': 'The entry to correct is not in this job’s log.',
  // server/src/routes/zones.ts
  'refusal.someone-else-changed-this-zone-meanwhile-2':
    'Someone else has changed this zone since you opened it.',
  // server/src/routes/pieces.ts
  'refusal.tag-is-already-taken': (p: { tag: Text }) => `Tag ${p.tag} is already taken.`,
  // server/src/routes/products.ts
  'refusal.the-stores-have-no-such-entry': 'There is no such entry.',
  // server/src/zones/sequence.ts
  'refusal.the-shop-has-no-of-version': (p: { name: Text; version: Text }) =>
    `The shop has no “${p.name}” of version ${p.version}: choose unknown system.`,
  // server/src/http/route.ts
  'refusal.an-owner': 'an owner',
  'refusal.a-planner-or-an-owner': 'a planner or an owner',
  'refusal.somebody-who-works-on-the-floor': 'someone who works on the floor',
  'refusal.is-signed-in-as-this-needs': (p: { name: Text; name2: Text; wanted: Text }) =>
    `${p.name} is signed in as ${p.name2}: this needs ${p.wanted}.`,
  // server/src/http/change.ts
  // server/src/session/common.ts
  'refusal.this-password-repeats-a-few-characters':
    'This password repeats a few characters. Choose another one.',
  'refusal.this-password-is-on-the-list': 'This password is on the list of common ones. Choose another one.',
  'refusal.this-password-is-little-more-than':
    'This password is little more than the name. Choose another one.',
  // server/src/plans/stops.ts
  'refusal.clear-it-under-survey-or-take': (p: { open: Text }) =>
    `${p.open}. Clear it under Survey, or take it on there with a written reason; then plan.`,
  // server/src/pieces/change.ts
  'refusal.choose-a-zone-of-this-job': 'Choose a zone of this job.',
  'refusal.choose-an-opening-of-this-job': 'Choose an opening of this job.',
};
