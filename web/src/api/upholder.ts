import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import type {
  BenchItemRow,
  Dossier,
  ErrorBody,
  JobRow,
  JobSummary,
  LayerRow,
  OpeningRow,
  PieceRow,
  PlannedJob,
  PotCoat,
  ProductRow,
  Session,
  ShopContext,
  SupplyRow,
  SurveyChange,
  WallRow,
  ZoneRow,
} from '@upholder/core/api';
import type { ProductSheet, ShopLayer, Supply } from '@upholder/core/catalogue';
import type { Climate } from '@upholder/core/drying';
import type { Opening, Wall } from '@upholder/core/elevation';
import type { Mapping } from '@upholder/core/formats';
import type {
  Decision,
  JobSpec,
  LogEntry,
  NewDecision,
  NewLogEntry,
  Photo,
  ZoneSpec,
} from '@upholder/core/jobs';
import type { BenchItem, PotRecord } from '@upholder/core/mixing';
import type { Piece } from '@upholder/core/pieces';
import type { GunCounts, PlanRecipe, PlanSnapshot, Reservation, Wish } from '@upholder/core/planning';
import type { ShopSettings, Skill, Week } from '@upholder/core/shop';
import type { OwnPractice, OwnSystem, OwnSystemVersion, StepDraft } from '@upholder/core/systems';
import { deviceClock } from '../base/deviceClock.ts';

let csrfToken: string | null = null;

/** Calls that answer with the session: its token goes with every changing call, its time sets the clock of this page. */
const SESSION_CALLS = new Set(['session', 'signIn', 'demoSignIn', 'signOut']);

const plainQuery = fetchBaseQuery({
  baseUrl: '/api',
  prepareHeaders: (headers) => {
    if (csrfToken !== null) headers.set('x-csrf-token', csrfToken);
    return headers;
  },
});

/** A session that has ended shows as the sign-in screen, whichever call found out. */
const baseQuery: typeof plainQuery = async (call, api, extra) => {
  const answer = await plainQuery(call, api, extra);
  const isSession = SESSION_CALLS.has(api.endpoint);
  if (answer.data && isSession) {
    const session = answer.data as Session;
    csrfToken = session.csrfToken;
    deviceClock.anchor(Date.parse(session.now));
  }
  if (answer.error?.status === 401 && !isSession) api.dispatch(upholder.util.invalidateTags(['Session']));
  // Nobody changes an answer in place: frozen, it need not be looked through for changes, however long it is.
  if (typeof answer.data === 'object') Object.freeze(answer.data);
  return answer;
};

/** The server, as the screens see it: every answer is kept and renewed when the server says that it changed. */
export const upholder = createApi({
  reducerPath: 'upholder',
  baseQuery,
  tagTypes: ['Session', 'Shop', 'Jobs', 'Job', 'Mappings', 'Pots'],
  refetchOnReconnect: true,
  endpoints: (build) => ({
    session: build.query<Session, void>({ query: () => '/session', providesTags: ['Session'] }),
    signIn: build.mutation<Session, { signIn: string; password: string }>({
      query: (body) => ({ url: '/session', method: 'POST', body }),
    }),
    demoSignIn: build.mutation<Session, string>({
      query: (memberId) => ({ url: '/session/demo', method: 'POST', body: { memberId } }),
    }),
    signOut: build.mutation<Session, void>({ query: () => ({ url: '/session', method: 'DELETE' }) }),
    shop: build.query<ShopContext, void>({ query: () => '/shop', providesTags: ['Shop'] }),
    changeShop: build.mutation<
      ShopContext,
      { version: number; name: string; timeZone: string; settings: ShopSettings }
    >({
      query: (body) => ({ url: '/shop', method: 'PUT', body }),
      invalidatesTags: ['Shop'],
    }),
    setDaysOff: build.mutation<ShopContext, { memberId: string; daysOff: string[] }>({
      query: ({ memberId, daysOff }) => ({
        url: `/members/${memberId}/days-off`,
        method: 'PUT',
        body: { daysOff },
      }),
      invalidatesTags: ['Shop'],
    }),
    setWeek: build.mutation<ShopContext, { memberId: string; week: Week | null }>({
      query: ({ memberId, week }) => ({ url: `/members/${memberId}/week`, method: 'PUT', body: { week } }),
      invalidatesTags: ['Shop'],
    }),
    setSkills: build.mutation<ShopContext, { memberId: string; skills: Skill[] }>({
      query: ({ memberId, skills }) => ({
        url: `/members/${memberId}/skills`,
        method: 'PUT',
        body: { skills },
      }),
      invalidatesTags: ['Shop'],
    }),
    typeClimate: build.mutation<ShopContext, { airC: number; rhPct: number }>({
      query: (body) => ({ url: '/climate', method: 'POST', body }),
      invalidatesTags: ['Shop'],
    }),
    addProduct: build.mutation<ProductRow, { id: string; key: string; sheet: ProductSheet }>({
      query: (body) => ({ url: '/products', method: 'POST', body }),
      invalidatesTags: ['Shop'],
    }),
    changeProduct: build.mutation<ProductRow, { id: string; version: number; sheet: ProductSheet }>({
      query: ({ id, ...body }) => ({ url: `/products/${id}`, method: 'PUT', body }),
      invalidatesTags: ['Shop'],
    }),
    setStock: build.mutation<ProductRow, { id: string; stockMl: number | null; isFresh?: boolean }>({
      query: ({ id, ...body }) => ({ url: `/products/${id}/stock`, method: 'PUT', body }),
      invalidatesTags: ['Shop'],
    }),
    writeBenchItem: build.mutation<BenchItemRow, { id: string; version: number; item: BenchItem }>({
      query: ({ id, ...body }) => ({ url: `/bench-items/${id}`, method: 'PUT', body }),
      invalidatesTags: ['Shop'],
    }),
    addSupply: build.mutation<SupplyRow, { id: string; key: string; supply: Supply }>({
      query: (body) => ({ url: '/supplies', method: 'POST', body }),
      invalidatesTags: ['Shop'],
    }),
    changeSupply: build.mutation<SupplyRow, { id: string; version: number; supply: Supply }>({
      query: ({ id, ...body }) => ({ url: `/supplies/${id}`, method: 'PUT', body }),
      invalidatesTags: ['Shop'],
    }),
    answerLayer: build.mutation<LayerRow, ShopLayer>({
      query: (body) => ({ url: '/layers', method: 'POST', body }),
      invalidatesTags: ['Shop'],
    }),
    takeBackLayer: build.mutation<unknown, string>({
      query: (id) => ({ url: `/layers/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Shop'],
    }),
    systemVersions: build.query<{ versions: OwnSystemVersion[] }, string>({
      query: (id) => `/systems/${id}`,
      providesTags: ['Shop'],
    }),
    writeSystem: build.mutation<
      OwnSystemVersion,
      { id: string; version: number; changeNote: string; system: OwnSystem }
    >({
      query: ({ id, version, ...body }) => ({
        url: `/systems/${id}/versions/${version}`,
        method: 'PUT',
        body,
      }),
      invalidatesTags: ['Shop'],
    }),
    retireSystem: build.mutation<unknown, { id: string; isRetired: boolean }>({
      query: ({ id, isRetired }) => ({ url: `/systems/${id}/retired`, method: 'PUT', body: { isRetired } }),
      invalidatesTags: ['Shop'],
    }),
    changePractice: build.mutation<JobRow, { id: string; version: number; practice: OwnPractice }>({
      query: ({ id, ...body }) => ({ url: `/jobs/${id}/practice`, method: 'PUT', body }),
      invalidatesTags: (_result, _error, { id }) => ['Jobs', { type: 'Job', id }],
    }),
    jobs: build.query<{ jobs: JobSummary[] }, void>({ query: () => '/jobs', providesTags: ['Jobs'] }),
    floor: build.query<{ dossiers: Dossier[] }, void>({
      query: () => '/floor',
      providesTags: ['Jobs', 'Job'],
    }),
    job: build.query<Dossier, string>({
      query: (id) => `/jobs/${id}`,
      providesTags: (_result, _error, id) => [{ type: 'Job', id }],
    }),
    addJob: build.mutation<JobRow, JobSpec & { id: string }>({
      query: (body) => ({ url: '/jobs', method: 'POST', body }),
      invalidatesTags: ['Jobs'],
    }),
    changeJob: build.mutation<JobRow, { id: string; version: number; spec: JobSpec }>({
      query: ({ id, version, spec }) => ({ url: `/jobs/${id}`, method: 'PUT', body: { ...spec, version } }),
      invalidatesTags: (_result, _error, { id }) => ['Jobs', { type: 'Job', id }],
    }),
    deleteJob: build.mutation<unknown, string>({
      query: (id) => ({ url: `/jobs/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Jobs'],
    }),
    addZone: build.mutation<ZoneRow, { jobId: string; id: string; spec: ZoneSpec }>({
      query: ({ jobId, id, spec }) => ({
        url: `/jobs/${jobId}/zones`,
        method: 'POST',
        body: { id, ...spec },
      }),
      invalidatesTags: (_result, _error, { jobId }) => ['Jobs', { type: 'Job', id: jobId }],
    }),
    changeZone: build.mutation<ZoneRow, { jobId: string; id: string; version: number; spec: ZoneSpec }>({
      query: ({ id, version, spec }) => ({ url: `/zones/${id}`, method: 'PUT', body: { ...spec, version } }),
      invalidatesTags: (_result, _error, { jobId }) => ['Jobs', { type: 'Job', id: jobId }],
    }),
    deleteZone: build.mutation<unknown, { jobId: string; id: string }>({
      query: ({ id }) => ({ url: `/zones/${id}`, method: 'DELETE' }),
      invalidatesTags: (_result, _error, { jobId }) => ['Jobs', { type: 'Job', id: jobId }],
    }),
    addPieces: build.mutation<{ pieces: PieceRow[] }, { jobId: string; pieces: Piece[] }>({
      query: ({ jobId, pieces }) => ({ url: `/jobs/${jobId}/pieces`, method: 'POST', body: { pieces } }),
      invalidatesTags: (_result, _error, { jobId }) => ['Jobs', { type: 'Job', id: jobId }],
    }),
    changePieces: build.mutation<
      { pieces: PieceRow[] },
      { jobId: string; changes: { version: number; piece: Piece }[] }
    >({
      query: ({ jobId, changes }) => ({ url: `/jobs/${jobId}/pieces`, method: 'PUT', body: { changes } }),
      invalidatesTags: (_result, _error, { jobId }) => ['Jobs', { type: 'Job', id: jobId }],
    }),
    findPiece: build.query<{ jobId: string; piece: PieceRow }, string>({ query: (id) => `/pieces/${id}` }),
    deletePieces: build.mutation<unknown, { jobId: string; pieceIds: string[] }>({
      query: ({ jobId, pieceIds }) => ({
        url: `/jobs/${jobId}/pieces/delete`,
        method: 'POST',
        body: { pieceIds },
      }),
      invalidatesTags: (_result, _error, { jobId }) => ['Jobs', { type: 'Job', id: jobId }],
    }),
    writeSteps: build.mutation<
      ZoneRow,
      { jobId: string; zoneId: string; version: number; steps: StepDraft[] }
    >({
      query: ({ zoneId, version, steps }) => ({
        url: `/zones/${zoneId}/steps`,
        method: 'PUT',
        body: { version, steps },
      }),
      invalidatesTags: (_result, _error, { jobId }) => ['Jobs', { type: 'Job', id: jobId }],
    }),
    answerSurvey: build.mutation<ZoneRow, { jobId: string; zoneId: string; change: SurveyChange }>({
      query: ({ zoneId, change }) => ({ url: `/zones/${zoneId}/survey`, method: 'PATCH', body: change }),
      invalidatesTags: (_result, _error, { jobId }) => [{ type: 'Job', id: jobId }],
    }),
    decide: build.mutation<Decision, NewDecision & { jobId: string }>({
      query: ({ jobId, ...body }) => ({ url: `/jobs/${jobId}/decisions`, method: 'POST', body }),
      invalidatesTags: (_result, _error, { jobId }) => [{ type: 'Job', id: jobId }],
    }),
    addPhoto: build.mutation<
      Photo,
      { jobId: string; zoneId: string; pieceId?: string; id: string; topic: string; content: Blob }
    >({
      query: ({ jobId, content, pieceId, ...rest }) => ({
        url: `/jobs/${jobId}/photos`,
        params: pieceId ? { ...rest, pieceId } : rest,
        method: 'POST',
        body: content,
        headers: { 'content-type': content.type },
      }),
      invalidatesTags: (_result, _error, { jobId }) => [{ type: 'Job', id: jobId }],
    }),
    deletePhoto: build.mutation<unknown, { jobId: string; id: string }>({
      query: ({ id }) => ({ url: `/photos/${id}`, method: 'DELETE' }),
      invalidatesTags: (_result, _error, { jobId }) => [{ type: 'Job', id: jobId }],
    }),
    addToMap: build.mutation<
      { walls: WallRow[]; openings: OpeningRow[] },
      {
        jobId: string;
        walls: Wall[];
        openings: Opening[];
        assigned: { pieceId: string; openingId: string | null }[];
      }
    >({
      query: ({ jobId, ...body }) => ({ url: `/jobs/${jobId}/map`, method: 'POST', body }),
      invalidatesTags: (_result, _error, { jobId }) => [{ type: 'Job', id: jobId }],
    }),
    changeWall: build.mutation<WallRow, { jobId: string; wall: WallRow }>({
      query: ({ wall: { id, ...body } }) => ({ url: `/walls/${id}`, method: 'PUT', body }),
      invalidatesTags: (_result, _error, { jobId }) => [{ type: 'Job', id: jobId }],
    }),
    deleteWall: build.mutation<unknown, { jobId: string; id: string }>({
      query: ({ id }) => ({ url: `/walls/${id}`, method: 'DELETE' }),
      invalidatesTags: (_result, _error, { jobId }) => [{ type: 'Job', id: jobId }],
    }),
    changeOpenings: build.mutation<{ openings: OpeningRow[] }, { jobId: string; openings: OpeningRow[] }>({
      query: ({ jobId, openings }) => ({ url: `/jobs/${jobId}/openings`, method: 'PUT', body: { openings } }),
      invalidatesTags: (_result, _error, { jobId }) => [{ type: 'Job', id: jobId }],
    }),
    deleteOpenings: build.mutation<unknown, { jobId: string; openingIds: string[] }>({
      query: ({ jobId, openingIds }) => ({
        url: `/jobs/${jobId}/openings/delete`,
        method: 'POST',
        body: { openingIds },
      }),
      invalidatesTags: (_result, _error, { jobId }) => [{ type: 'Job', id: jobId }],
    }),
    mappings: build.query<{ mappings: { signature: string; mapping: Mapping }[] }, void>({
      query: () => '/import-mappings',
      providesTags: ['Mappings'],
    }),
    rememberMapping: build.mutation<unknown, { signature: string; mapping: Mapping }>({
      query: (body) => ({ url: '/import-mappings', method: 'PUT', body }),
      invalidatesTags: ['Mappings'],
    }),
    planJob: build.mutation<
      { before: PlanSnapshot | null; plan: PlanSnapshot },
      { jobId: string; wish?: Wish; recipe?: PlanRecipe }
    >({
      query: ({ jobId, ...body }) => ({ url: `/jobs/${jobId}/plan`, method: 'POST', body }),
      invalidatesTags: (_result, _error, { jobId }) => ['Jobs', { type: 'Job', id: jobId }],
    }),
    planAll: build.mutation<{ jobs: PlannedJob[]; isOwnOrder: boolean }, { order?: string[] }>({
      query: (body) => ({ url: '/plans', method: 'POST', body }),
      invalidatesTags: ['Jobs', 'Job'],
    }),
    planSurroundings: build.query<
      {
        reserved: Reservation[];
        climate: Climate;
        forecast: { at: number; climate: Climate }[];
        guns: GunCounts;
        now: number;
      },
      string
    >({
      query: (id) => `/jobs/${id}/plan/surroundings`,
      // Another job's plan takes other hours and places.
      providesTags: ['Jobs'],
      keepUnusedDataFor: 0,
    }),
    log: build.mutation<
      { entry: LogEntry; wasKnown: boolean },
      { entry: NewLogEntry /** Whose it is: the server takes it in no other name. */; memberId: string }
    >({
      query: ({ entry, memberId }) => ({
        url: `/jobs/${entry.jobId}/log`,
        method: 'POST',
        body: entry,
        headers: { 'x-upholder-member': memberId },
      }),
      invalidatesTags: (_result, error, { entry }) =>
        error ? [] : ['Jobs', { type: 'Job', id: entry.jobId }],
    }),
    pots: build.query<{ pots: PotRecord[] }, void>({ query: () => '/pots', providesTags: ['Pots'] }),
    potCoats: build.query<{ coats: PotCoat[] }, string>({
      query: (id) => `/pots/${id}/coats`,
      providesTags: ['Pots', 'Job'],
    }),
    putPot: build.mutation<PotRecord, { pot: PotRecord; memberId: string }>({
      query: ({ pot, memberId }) => ({
        url: `/pots/${pot.id}`,
        method: 'PUT',
        body: pot,
        headers: { 'x-upholder-member': memberId },
      }),
      invalidatesTags: (_result, error) => (error ? [] : ['Pots']),
    }),
    importJob: build.mutation<JobRow, unknown>({
      query: (file) => ({ url: '/import/job', method: 'POST', body: { file } }),
      invalidatesTags: ['Jobs'],
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
    const { code, message, fields, current } = data.error;
    return { status, code, message, fields: fields ?? {}, current };
  }
  return {
    status: 'unreachable',
    code: 'unreachable',
    message: 'The server cannot be reached. Your input is kept; try again in a moment.',
    fields: {},
  };
}
