import { createApi, type FetchArgs, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import {
  addressed,
  type BodyOf,
  type Changes,
  type ErrorBody,
  PATHS,
  type ResponseOf,
  type ROUTES,
  type RouteName,
  type Sent,
  type Session,
  type TraceRequest,
  type WallRow,
} from '@upholder/core/api';
import type { SprayLesson } from '@upholder/core/film';
import type { NewJobEvent } from '@upholder/core/handover';
import type { NewAnswer, NewFinding } from '@upholder/core/inspection';
import type { JobSpec, LogEntry, NewLogEntry, Photo, ZoneSpec } from '@upholder/core/jobs';
import type { MixRecord } from '@upholder/core/mixing';
import { deviceClock } from '../base/deviceClock.ts';
import { PAGE_ID } from '../base/pageId.ts';
import { forgetAnswers, type HeldAnswers, keptAnswer } from './kept.ts';
import { areSentencesKnown } from './sentences.ts';

// Longer than other files: one list of the calls, each in two or three lines.

let csrfToken: string | null = null;

/** Calls that answer with the session: its token goes with every changing call, its time sets the clock of this page. */
const SESSION_CALLS = new Set([
  'session',
  'signIn',
  'demoSignIn',
  'signOut',
  'pinSignIn',
  'badgeSignIn',
  'acceptInvite',
  'confirmPassword',
  'firstRun',
]);

const fetchQuery = fetchBaseQuery({
  baseUrl: '/api',
  prepareHeaders: (headers) => {
    if (csrfToken !== null) headers.set('x-csrf-token', csrfToken);
    headers.set('x-upholder-page', PAGE_ID);
    return headers;
  },
});

/** Calls that say by which tag their answer is known: what is still right need not be sent again. */
const TAGGED_CALLS = new Set(['floor', 'openJobs', 'job']);
const NOT_CHANGED = 304;
/** Answers that were read last, by the call and what it was told; the longest unread is let go. */
const tagged = new Map<string, { tag: string; data: unknown }>();
const MOST_TAGGED = 8;

/** Asks the server; where what it answered before is still right, that is the answer. */
const plainQuery: typeof fetchQuery = async (call, api, extra) => {
  if (!TAGGED_CALLS.has(api.endpoint) || typeof call === 'string') return fetchQuery(call, api, extra);
  const known = tagged.get(call.url);
  const headers = { ...(known && { 'if-none-match': known.tag }) };
  const answer = await fetchQuery({ ...call, headers }, api, extra);
  if (known && answer.error?.status === NOT_CHANGED) return { data: known.data, meta: answer.meta };
  const tag = answer.meta?.response?.headers.get('etag');
  tagged.delete(call.url);
  if (tag && answer.data !== undefined) tagged.set(call.url, { tag, data: answer.data });
  const [oldest] = tagged.keys();
  if (oldest !== undefined && tagged.size > MOST_TAGGED) tagged.delete(oldest);
  return answer;
};

/** What is done with what a call of this page changed, before whoever called hears of it. */
let keepOwn: (changes: Changes) => void = () => undefined;

/** Says what becomes of changes that are answered to this page. */
export function onOwnChanges(keep: (changes: Changes) => void): void {
  keepOwn = keep;
}

/** How the password is asked for again; null while nothing on the page can ask. */
let asking: (() => Promise<boolean>) | null = null;
let whenAsking: (() => void)[] = [];

/** Says how the password is asked for where a call needs it again; calls that need it already wait for this. */
export function onPasswordNeeded(ask: (() => Promise<boolean>) | null): void {
  asking = ask;
  if (ask === null) return;
  for (const go of whenAsking) go();
  whenAsking = [];
}

/** Asks for the password again; false where whoever is asked gives up. */
async function askPassword(): Promise<boolean> {
  while (asking === null) await new Promise<void>((resolve) => whenAsking.push(resolve));
  return asking();
}

/** What is done when a page shows an answer that this device kept, because the server could not be reached. */
let tellKept: (at: number) => void = () => undefined;

/** Says who hears that the page goes by an answer of the moment `at`, epoch ms. */
export function onKeptAnswer(tell: (at: number) => void): void {
  tellKept = tell;
}

/** Nobody answers, or a proxy answers for a server that does not. */
const AWAY = new Set<string | number>(['FETCH_ERROR', 502, 503, 504]);

/** Reads from the server, or, where nobody answers and the page knows nothing yet, what this device kept. */
const readQuery: typeof plainQuery = async (call, api, extra) => {
  const answer = await plainQuery(call, api, extra);
  const isAway = AWAY.has(answer.error?.status ?? 200);
  if (!isAway || api.type !== 'query' || !api.queryCacheKey) return answer;
  const { queries } = (api.getState() as { upholder: HeldAnswers }).upholder;
  if (queries[api.queryCacheKey]?.data !== undefined) return answer;
  const kept = await keptAnswer(api.queryCacheKey);
  if (!kept) return answer;
  if (api.endpoint === 'session') {
    const session = kept.data as Session;
    csrfToken = session.csrfToken;
    deviceClock.guess(Date.parse(session.now) - kept.at);
  }
  // In the server's time, as far as it is known: the device's own clock may be wrong.
  tellKept(deviceClock.now() - (Date.now() - kept.at));
  return { data: kept.data, meta: answer.meta };
};

/** A session that has ended shows as the sign-in screen, whichever call found out. */
const baseQuery: typeof plainQuery = async (call, api, extra) => {
  let answer = await readQuery(call, api, extra);
  if (codeOf(answer.error?.data) === 'confirm-password' && (await askPassword()))
    answer = await plainQuery(call, api, extra);
  const isSession = SESSION_CALLS.has(api.endpoint);
  // An answer of the device has no response: its time is long past.
  if (answer.data && isSession && answer.meta?.response) {
    const session = answer.data as Session;
    csrfToken = session.csrfToken;
    deviceClock.anchor(Date.parse(session.now));
    // Before anything else happens: what the shop knows is not for whoever comes next.
    if (!session.member) {
      tagged.clear();
      await forgetAnswers();
    }
  }
  if (answer.error?.status === 401 && !isSession) api.dispatch(upholder.util.invalidateTags(['Session']));
  // Nobody changes an answer in place: frozen, it need not be looked through for changes, however long it is.
  if (typeof answer.data === 'object') Object.freeze(answer.data);
  const { changes } = (answer.data ?? {}) as { changes?: Changes };
  if (changes) keepOwn(changes);
  return answer;
};

function codeOf(data: unknown): string | undefined {
  return (data as Partial<ErrorBody> | undefined)?.error?.code;
}

type Routes = typeof ROUTES;
/** What a call answers with, and what it is told: as its route declares it. */
export type Out<N extends RouteName> = ResponseOf<Routes[N]>;
export type In<N extends RouteName> = BodyOf<Routes[N]>;
/** A declared call with its path filled in. The declaration itself, with its schemas, stays out of the page. */
export function call<N extends RouteName>(
  name: N,
  sent: Sent<Routes[N]> & { headers?: Record<string, string> },
): FetchArgs {
  const { params, ...rest } = sent;
  return { ...addressed(PATHS[name], params), ...rest };
}

type Tag =
  | 'Session'
  | 'Shop'
  | 'Systems'
  | 'Jobs'
  | 'Floor'
  | 'OpenJobs'
  | 'Job'
  | 'Mappings'
  | 'Mixes'
  | 'MixCoats'
  | 'Confirmed'
  | 'Learned'
  | 'Surroundings'
  | 'People'
  | 'Backups'
  | 'ClientLinks'
  | 'Practice';
type TagOf = Tag | { type: Tag; id: string };

/**
 * What has to be asked for again after a changing call: nothing where its answer said what changed, for that was kept at once.
 * A call that failed may have got through, and one that was known already says nothing.
 */
const unlessKept =
  <A>(tags: (arg: A) => TagOf[]) =>
  (result: unknown, _error: unknown, arg: A): TagOf[] =>
    (result as { changes?: Changes } | undefined)?.changes ? [] : tags(arg);
/** What shows a job. */
const ofJob = unlessKept(({ jobId }: { jobId: string }) => [
  'Jobs',
  'Floor',
  'OpenJobs',
  { type: 'Job', id: jobId },
]);
const ofJobById = unlessKept(({ id }: { id: string }) => ['Jobs', 'Floor', 'OpenJobs', { type: 'Job', id }]);
const ofJobs = unlessKept(() => ['Jobs', 'Floor', 'OpenJobs']);
const ofShop = unlessKept(() => ['Shop', 'Systems']);

/** The server, as the screens see it: every answer is kept and renewed when the server says that it changed. */
export const upholder = createApi({
  reducerPath: 'upholder',
  baseQuery,
  tagTypes: [
    'Confirmed',
    'Learned',
    'Session',
    'Shop',
    'Systems',
    'Jobs',
    'Floor',
    'OpenJobs',
    'Job',
    'Mappings',
    'Mixes',
    'MixCoats',
    'Surroundings',
    'People',
    'Backups',
    'ClientLinks',
    'Practice',
  ] satisfies Tag[],
  refetchOnReconnect: true,
  endpoints: (build) => ({
    session: build.query<Out<'session'>, void>({
      query: () => call('session', {}),
      providesTags: ['Session'],
    }),
    signIn: build.mutation<Out<'signIn'>, In<'signIn'>>({ query: (body) => call('signIn', { body }) }),
    demoSignIn: build.mutation<Out<'demoSignIn'>, string>({
      query: (memberId) => call('demoSignIn', { body: { memberId } }),
    }),
    signOut: build.mutation<Out<'signOut'>, void>({ query: () => call('signOut', {}) }),

    shop: build.query<Out<'shop'>, void>({ query: () => call('shop', {}), providesTags: ['Shop'] }),
    changeShop: build.mutation<Out<'changeShop'>, In<'changeShop'>>({
      query: (body) => call('changeShop', { body }),
      invalidatesTags: ofShop,
    }),
    setDaysOff: build.mutation<Out<'setDaysOff'>, { memberId: string } & In<'setDaysOff'>>({
      query: ({ memberId, daysOff }) => call('setDaysOff', { params: { memberId }, body: { daysOff } }),
      invalidatesTags: ofShop,
    }),
    setWeek: build.mutation<Out<'setWeek'>, { memberId: string } & In<'setWeek'>>({
      query: ({ memberId, week }) => call('setWeek', { params: { memberId }, body: { week } }),
      invalidatesTags: ofShop,
    }),
    setSkills: build.mutation<Out<'setSkills'>, { memberId: string } & In<'setSkills'>>({
      query: ({ memberId, skills }) => call('setSkills', { params: { memberId }, body: { skills } }),
      invalidatesTags: ofShop,
    }),
    typeClimate: build.mutation<Out<'typeClimate'>, In<'typeClimate'>>({
      query: (body) => call('typeClimate', { body }),
      invalidatesTags: ofShop,
    }),

    addProduct: build.mutation<Out<'addProduct'>, In<'addProduct'>>({
      query: (body) => call('addProduct', { body }),
      invalidatesTags: ofShop,
    }),
    changeProduct: build.mutation<Out<'changeProduct'>, { id: string } & In<'changeProduct'>>({
      query: ({ id, ...body }) => call('changeProduct', { params: { productId: id }, body }),
      invalidatesTags: ofShop,
    }),
    setStock: build.mutation<Out<'setStock'>, { id: string } & In<'setStock'>>({
      query: ({ id, ...body }) => call('setStock', { params: { productId: id }, body }),
      invalidatesTags: ofShop,
    }),
    writeBenchItem: build.mutation<Out<'putBenchItem'>, { id: string } & In<'putBenchItem'>>({
      query: ({ id, ...body }) => call('putBenchItem', { params: { itemId: id }, body }),
      invalidatesTags: ofShop,
    }),
    addSupply: build.mutation<Out<'addSupply'>, In<'addSupply'>>({
      query: (body) => call('addSupply', { body }),
      invalidatesTags: ofShop,
    }),
    changeSupply: build.mutation<Out<'changeSupply'>, { id: string } & In<'changeSupply'>>({
      query: ({ id, ...body }) => call('changeSupply', { params: { supplyId: id }, body }),
      invalidatesTags: ofShop,
    }),
    answerLayer: build.mutation<Out<'addLayer'>, In<'addLayer'>>({
      query: (body) => call('addLayer', { body }),
      invalidatesTags: ofShop,
    }),
    takeBackLayer: build.mutation<Out<'removeLayer'>, string>({
      query: (layerId) => call('removeLayer', { params: { layerId } }),
      invalidatesTags: ofShop,
    }),
    systemVersions: build.query<Out<'systemVersions'>, string>({
      query: (systemId) => call('systemVersions', { params: { systemId } }),
      providesTags: ['Systems'],
    }),
    writeSystem: build.mutation<
      Out<'addSystemVersion'>,
      { id: string; version: number } & In<'addSystemVersion'>
    >({
      query: ({ id, version, ...body }) =>
        call('addSystemVersion', { params: { systemId: id, version }, body }),
      invalidatesTags: ofShop,
    }),
    retireSystem: build.mutation<Out<'retireSystem'>, { id: string } & In<'retireSystem'>>({
      query: ({ id, isRetired }) => call('retireSystem', { params: { systemId: id }, body: { isRetired } }),
      invalidatesTags: ofShop,
    }),

    jobs: build.query<Out<'jobs'>, void>({ query: () => call('jobs', {}), providesTags: ['Jobs'] }),
    olderJobs: build.query<Out<'olderJobs'>, string>({
      query: (jobId) => call('olderJobs', { params: { jobId } }),
    }),
    findJobs: build.query<Out<'findJobs'>, string>({ query: (text) => call('findJobs', { body: { text } }) }),
    floor: build.query<Out<'floor'>, void>({
      query: () => call('floor', {}),
      providesTags: ['Floor'],
    }),
    openJobs: build.query<Out<'openJobs'>, void>({
      query: () => call('openJobs', {}),
      providesTags: ['OpenJobs'],
    }),
    job: build.query<Out<'job'>, string>({
      query: (jobId) => call('job', { params: { jobId } }),
      providesTags: (_result, _error, id) => [{ type: 'Job', id }],
    }),
    addJob: build.mutation<Out<'addJob'>, In<'addJob'>>({
      query: (body) => call('addJob', { body }),
      invalidatesTags: ofJobs,
    }),
    changeJob: build.mutation<Out<'changeJob'>, { id: string; version: number; spec: JobSpec }>({
      query: ({ id, version, spec }) =>
        call('changeJob', { params: { jobId: id }, body: { ...spec, version } }),
      invalidatesTags: ofJobById,
    }),
    changeRoom: build.mutation<Out<'changeRoom'>, { id: string } & In<'changeRoom'>>({
      query: ({ id, ...body }) => call('changeRoom', { params: { jobId: id }, body }),
      invalidatesTags: ofJobById,
    }),
    changePricing: build.mutation<Out<'changePricing'>, { id: string } & In<'changePricing'>>({
      query: ({ id, ...body }) => call('changePricing', { params: { jobId: id }, body }),
      invalidatesTags: ofJobById,
    }),
    changeMethods: build.mutation<Out<'changeMethods'>, { id: string } & In<'changeMethods'>>({
      query: ({ id, ...body }) => call('changeMethods', { params: { jobId: id }, body }),
      invalidatesTags: ofJobById,
    }),
    deleteJob: build.mutation<Out<'removeJob'>, string>({
      query: (jobId) => call('removeJob', { params: { jobId } }),
      invalidatesTags: ofJobs,
    }),
    imports: build.query<Out<'imports'>, void>({ query: () => call('imports', {}) }),
    // As it lies on the disk: a file of 100 MB that is read and written again would stop the page for half a minute.
    importJob: build.mutation<Out<'importJob'>, Blob>({
      query: (file) => ({
        ...addressed(PATHS.importJob),
        body: new Blob(['{"file":', file, '}'], { type: 'application/json' }),
      }),
      invalidatesTags: ofJobs,
    }),

    addZone: build.mutation<Out<'addZone'>, { jobId: string; id: string; spec: ZoneSpec }>({
      query: ({ jobId, id, spec }) => call('addZone', { params: { jobId }, body: { id, ...spec } }),
      invalidatesTags: ofJob,
    }),
    changeZone: build.mutation<
      Out<'changeZone'>,
      { jobId: string; id: string; version: number; spec: ZoneSpec }
    >({
      query: ({ id, version, spec }) =>
        call('changeZone', { params: { zoneId: id }, body: { ...spec, version } }),
      invalidatesTags: ofJob,
    }),
    deleteZone: build.mutation<Out<'removeZone'>, { jobId: string; id: string }>({
      query: ({ id }) => call('removeZone', { params: { zoneId: id } }),
      invalidatesTags: ofJob,
    }),
    writeSteps: build.mutation<Out<'changeSteps'>, { jobId: string; zoneId: string } & In<'changeSteps'>>({
      query: ({ zoneId, version, steps }) =>
        call('changeSteps', { params: { zoneId }, body: { version, steps } }),
      invalidatesTags: ofJob,
    }),
    answerSurvey: build.mutation<
      Out<'answerSurvey'>,
      { jobId: string; zoneId: string; change: In<'answerSurvey'> }
    >({
      query: ({ zoneId, change }) => call('answerSurvey', { params: { zoneId }, body: change }),
      invalidatesTags: ofJob,
    }),
    decide: build.mutation<Out<'addDecision'>, { jobId: string } & In<'addDecision'>>({
      query: ({ jobId, ...body }) => call('addDecision', { params: { jobId }, body }),
      invalidatesTags: ofJob,
    }),

    addPieces: build.mutation<Out<'addPieces'>, { jobId: string } & In<'addPieces'>>({
      query: ({ jobId, pieces }) => call('addPieces', { params: { jobId }, body: { pieces } }),
      invalidatesTags: ofJob,
    }),
    changePieces: build.mutation<Out<'changePieces'>, { jobId: string } & In<'changePieces'>>({
      query: ({ jobId, changes }) => call('changePieces', { params: { jobId }, body: { changes } }),
      invalidatesTags: ofJob,
    }),
    findPiece: build.query<Out<'findPiece'>, string>({
      query: (pieceId) => call('findPiece', { params: { pieceId } }),
    }),
    findTag: build.query<Out<'findTag'>, In<'findTag'>>({ query: (body) => call('findTag', { body }) }),
    deletePieces: build.mutation<Out<'removePieces'>, { jobId: string } & In<'removePieces'>>({
      query: ({ jobId, pieceIds }) => call('removePieces', { params: { jobId }, body: { pieceIds } }),
      invalidatesTags: ofJob,
    }),
    // A picture goes as it is, not as JSON: no declared call.
    addPhoto: build.mutation<
      Photo,
      {
        jobId: string;
        zoneId: string;
        pieceId?: string;
        id: string;
        topic: string;
        content: Blob;
        /** Whose it is, where it waited on the device. */
        memberId?: string;
      }
    >({
      query: ({ jobId, content, pieceId, memberId, ...rest }) => ({
        url: `/jobs/${jobId}/photos`,
        params: pieceId ? { ...rest, pieceId } : rest,
        method: 'POST',
        body: content,
        headers: { 'content-type': content.type, ...(memberId && { 'x-upholder-member': memberId }) },
      }),
      invalidatesTags: ofJob,
    }),
    deletePhoto: build.mutation<Out<'removePhoto'>, { jobId: string; id: string }>({
      query: ({ id }) => call('removePhoto', { params: { photoId: id } }),
      invalidatesTags: ofJob,
    }),
    addToMap: build.mutation<Out<'addMap'>, { jobId: string } & In<'addMap'>>({
      query: ({ jobId, ...body }) => call('addMap', { params: { jobId }, body }),
      invalidatesTags: ofJob,
    }),
    changeWall: build.mutation<Out<'changeWall'>, { jobId: string; wall: WallRow }>({
      query: ({ wall: { id, ...body } }) => call('changeWall', { params: { wallId: id }, body }),
      invalidatesTags: ofJob,
    }),
    deleteWall: build.mutation<Out<'removeWall'>, { jobId: string; id: string }>({
      query: ({ id }) => call('removeWall', { params: { wallId: id } }),
      invalidatesTags: ofJob,
    }),
    changeOpenings: build.mutation<Out<'putOpenings'>, { jobId: string } & In<'putOpenings'>>({
      query: ({ jobId, openings }) => call('putOpenings', { params: { jobId }, body: { openings } }),
      invalidatesTags: ofJob,
    }),
    deleteOpenings: build.mutation<Out<'removeOpenings'>, { jobId: string } & In<'removeOpenings'>>({
      query: ({ jobId, openingIds }) => call('removeOpenings', { params: { jobId }, body: { openingIds } }),
      invalidatesTags: ofJob,
    }),
    mappings: build.query<Out<'mappings'>, void>({
      query: () => call('mappings', {}),
      providesTags: ['Mappings'],
    }),
    rememberMapping: build.mutation<Out<'rememberMapping'>, In<'rememberMapping'>>({
      query: (body) => call('rememberMapping', { body }),
      invalidatesTags: ['Mappings'],
    }),

    planJob: build.mutation<Out<'planJob'>, { jobId: string } & NonNullable<In<'planJob'>>>({
      query: ({ jobId, ...body }) => call('planJob', { params: { jobId }, body }),
      invalidatesTags: ofJob,
    }),
    planAll: build.mutation<Out<'planAll'>, NonNullable<In<'planAll'>>>({
      query: (body) => call('planAll', { body }),
      invalidatesTags: unlessKept(() => ['Jobs', 'Floor', 'OpenJobs', 'Job']),
    }),
    planningContext: build.query<Out<'planningContext'>, string>({
      query: (jobId) => call('planningContext', { params: { jobId } }),
      // Another job's plan takes other hours and places.
      providesTags: (_result, _error, id) => [{ type: 'Surroundings', id }],
      keepUnusedDataFor: 0,
    }),

    log: build.mutation<
      { entry: LogEntry; wasKnown: boolean },
      { entry: NewLogEntry /** Whose it is: the server takes it in no other name. */; memberId: string }
    >({
      query: ({ entry, memberId }) =>
        call('log', {
          params: { jobId: entry.jobId },
          body: entry,
          headers: { 'x-upholder-member': memberId },
        }),
      // One that did not get through is sent again.
      invalidatesTags: (result, error, { entry: { jobId } }) =>
        error ? [] : ofJob(result, error, { jobId }),
    }),
    addFinding: build.mutation<Out<'addFinding'>, { finding: NewFinding; memberId: string }>({
      query: ({ finding, memberId }) =>
        call('addFinding', {
          params: { jobId: finding.jobId },
          body: finding,
          headers: { 'x-upholder-member': memberId },
        }),
      invalidatesTags: (result, error, { finding: { jobId } }) =>
        error ? [] : ofJob(result, error, { jobId }),
    }),
    jobMixes: build.query<Out<'jobMixes'>, string>({
      query: (jobId) => call('jobMixes', { params: { jobId } }),
      providesTags: ['Mixes'],
    }),
    trace: build.query<Out<'trace'>, TraceRequest>({
      query: (body) => call('trace', { body }),
      providesTags: ['MixCoats'],
    }),
    confirmedCauses: build.query<Out<'confirmedCauses'>, void>({
      query: () => call('confirmedCauses', {}),
      providesTags: ['Confirmed'],
    }),
    roomMinutes: build.query<Out<'roomMinutes'>, void>({
      query: () => call('roomMinutes', {}),
      keepUnusedDataFor: 0,
    }),
    learned: build.query<Out<'learned'>, void>({
      query: () => call('learned', {}),
      providesTags: ['Learned'],
      // What is mixed and timed meanwhile is read again when a page is opened.
      keepUnusedDataFor: 0,
    }),
    results: build.query<Out<'results'>, void>({
      query: () => call('results', {}),
      keepUnusedDataFor: 0,
    }),
    excludeSeen: build.mutation<Out<'excludeSeen'>, { seenId: string; reason: string | null }>({
      query: ({ seenId, reason }) => call('excludeSeen', { params: { seenId }, body: { reason } }),
      invalidatesTags: ['Learned'],
    }),
    practiceRuns: build.query<Out<'practiceRuns'>, void>({
      query: () => call('practiceRuns', {}),
      providesTags: ['Practice'],
    }),
    keepPracticeRun: build.mutation<Out<'keepPracticeRun'>, { lesson: SprayLesson } & In<'keepPracticeRun'>>({
      query: ({ lesson, ...body }) => call('keepPracticeRun', { params: { lesson }, body }),
      invalidatesTags: ['Practice'],
    }),
    lessons: build.query<Out<'lessons'>, void>({
      query: () => call('lessons', {}),
      providesTags: ['Confirmed'],
      // What came of findings elsewhere is read again when the page is opened.
      keepUnusedDataFor: 0,
    }),
    answerFinding: build.mutation<
      Out<'answerFinding'>,
      { jobId: string; answer: NewAnswer; memberId: string }
    >({
      query: ({ jobId, answer, memberId }) =>
        call('answerFinding', {
          params: { jobId, findingId: answer.findingId },
          body: answer,
          headers: { 'x-upholder-member': memberId },
        }),
      invalidatesTags: (result, error, { jobId }) =>
        error ? [] : ['Confirmed' as const, ...ofJob(result, error, { jobId })],
    }),
    addJobEvent: build.mutation<Out<'addJobEvent'>, { event: NewJobEvent; memberId: string }>({
      query: ({ event, memberId }) =>
        call('addJobEvent', {
          params: { jobId: event.jobId },
          body: event,
          headers: { 'x-upholder-member': memberId },
        }),
      invalidatesTags: (result, error, { event: { jobId } }) =>
        error ? [] : ofJob(result, error, { jobId }),
    }),
    changes: build.mutation<Out<'changes'>, In<'changes'>>({ query: (body) => call('changes', { body }) }),
    mixes: build.query<Out<'mixes'>, void>({ query: () => call('mixes', {}), providesTags: ['Mixes'] }),
    mixCoats: build.query<Out<'mixCoats'>, string>({
      query: (mixId) => call('mixCoats', { params: { mixId } }),
      providesTags: ['MixCoats'],
    }),
    putMix: build.mutation<Out<'putMix'>, { mix: MixRecord; memberId: string }>({
      query: ({ mix, memberId }) =>
        call('putMix', { params: { mixId: mix.id }, body: mix, headers: { 'x-upholder-member': memberId } }),
      invalidatesTags: (result, error) =>
        error ? [] : unlessKept(() => ['Mixes'])(result, error, undefined),
    }),
  }),
});

/** A refusal in the form in which the server sends it; anything else counts as "cannot be reached". */
export interface Refusal {
  status: number | 'unreachable';
  code: string;
  message: string;
  fields: Record<string, string>;
  current?: unknown;
}

/** Turns whatever a call failed with into a refusal. */
export function refusalOf(error: unknown): Refusal {
  const { status, data } = (error ?? {}) as { status?: unknown; data?: Partial<ErrorBody> };
  if (typeof status === 'number' && data?.error) {
    const { code, current } = data.error;
    // By code where there is one: then it is said in the units of this page.
    const { message, fields } = (areSentencesKnown() && data.error.said) || data.error;
    return { status, code, message, fields: fields ?? {}, current };
  }
  return {
    status: 'unreachable',
    code: 'unreachable',
    message: 'The server cannot be reached. Your input is kept; try again in a moment.',
    fields: {},
  };
}
