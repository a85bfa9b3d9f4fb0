import { call, type In, type Out, upholder } from './upholder.ts';

type Of<N extends 'changeMember' | 'setMemberPin'> = { memberId: string } & In<N>;

/** Calls of the screens for people, sessions, tablets, backups and clients; loaded with the first of them. */
export const people = upholder.injectEndpoints({
  endpoints: (build) => ({
    pinSignIn: build.mutation<Out<'pinSignIn'>, In<'pinSignIn'>>({
      query: (body) => call('pinSignIn', { body }),
    }),
    badgeSignIn: build.mutation<Out<'badgeSignIn'>, string>({
      query: (badge) => call('badgeSignIn', { body: { badge } }),
    }),
    confirmPassword: build.mutation<Out<'confirmPassword'>, string>({
      query: (password) => call('confirmPassword', { body: { password } }),
    }),
    changePassword: build.mutation<Out<'changePassword'>, In<'changePassword'>>({
      query: (body) => call('changePassword', { body }),
      invalidatesTags: ['People'],
    }),
    setOwnPin: build.mutation<Out<'setOwnPin'>, string | null>({
      query: (pin) => call('setOwnPin', { body: { pin } }),
      invalidatesTags: ['People', 'Session'],
    }),
    setOwnUnits: build.mutation<Out<'setOwnUnits'>, In<'setOwnUnits'>['units']>({
      query: (units) => call('setOwnUnits', { body: { units } }),
      invalidatesTags: ['Session'],
    }),
    sessions: build.query<Out<'sessions'>, void>({
      query: () => call('sessions', {}),
      providesTags: ['People'],
    }),
    endSession: build.mutation<Out<'endSession'>, string>({
      query: (sessionId) => call('endSession', { params: { sessionId } }),
      invalidatesTags: ['People'],
    }),
    endOtherSessions: build.mutation<Out<'endOtherSessions'>, void>({
      query: () => call('endOtherSessions', {}),
      invalidatesTags: ['People'],
    }),

    members: build.query<Out<'members'>, void>({
      query: () => call('members', {}),
      providesTags: ['People'],
    }),
    addMember: build.mutation<Out<'addMember'>, In<'addMember'>>({
      query: (body) => call('addMember', { body }),
      invalidatesTags: ['People'],
    }),
    changeMember: build.mutation<Out<'changeMember'>, Of<'changeMember'>>({
      query: ({ memberId, ...body }) => call('changeMember', { params: { memberId }, body }),
      invalidatesTags: ['People', 'Session'],
    }),
    inviteMember: build.mutation<Out<'inviteMember'>, string>({
      query: (memberId) => call('inviteMember', { params: { memberId } }),
      invalidatesTags: ['People'],
    }),
    endMemberSessions: build.mutation<Out<'endMemberSessions'>, string>({
      query: (memberId) => call('endMemberSessions', { params: { memberId } }),
      invalidatesTags: ['People'],
    }),
    letMemberGo: build.mutation<Out<'letMemberGo'>, string>({
      query: (memberId) => call('letMemberGo', { params: { memberId } }),
      invalidatesTags: ['People'],
    }),
    takeMemberBack: build.mutation<Out<'takeMemberBack'>, string>({
      query: (memberId) => call('takeMemberBack', { params: { memberId } }),
      invalidatesTags: ['People'],
    }),
    setMemberPin: build.mutation<Out<'setMemberPin'>, Of<'setMemberPin'>>({
      query: ({ memberId, pin }) => call('setMemberPin', { params: { memberId }, body: { pin } }),
      invalidatesTags: ['People', 'Session'],
    }),
    giveBadge: build.mutation<Out<'giveBadge'>, string>({
      query: (memberId) => call('giveBadge', { params: { memberId } }),
      invalidatesTags: ['People', 'Session'],
    }),
    removeBadge: build.mutation<Out<'removeBadge'>, string>({
      query: (memberId) => call('removeBadge', { params: { memberId } }),
      invalidatesTags: ['People', 'Session'],
    }),
    readInvite: build.mutation<Out<'readInvite'>, string>({
      query: (code) => call('readInvite', { body: { code } }),
    }),
    acceptInvite: build.mutation<Out<'acceptInvite'>, In<'acceptInvite'>>({
      query: (body) => call('acceptInvite', { body }),
    }),

    tablets: build.query<Out<'tablets'>, void>({
      query: () => call('tablets', {}),
      providesTags: ['People'],
    }),
    enrolTablet: build.mutation<Out<'enrolTablet'>, In<'enrolTablet'>>({
      query: (body) => call('enrolTablet', { body }),
      invalidatesTags: ['People', 'Session'],
    }),
    endTablet: build.mutation<Out<'endTablet'>, string>({
      query: (tabletId) => call('endTablet', { params: { tabletId } }),
      invalidatesTags: ['People', 'Session'],
    }),

    checkSetupCode: build.mutation<Out<'checkSetupCode'>, string>({
      query: (code) => call('checkSetupCode', { body: { code } }),
    }),
    firstRun: build.mutation<Out<'firstRun'>, In<'firstRun'>>({
      query: (body) => call('firstRun', { body }),
    }),
    openSample: build.mutation<Out<'openSample'>, string>({
      query: (code) => call('openSample', { body: { code } }),
    }),

    backups: build.query<Out<'backups'>, void>({
      query: () => call('backups', {}),
      providesTags: ['Backups'],
    }),
    makeBackup: build.mutation<Out<'makeBackup'>, void>({
      query: () => call('makeBackup', {}),
      invalidatesTags: ['Backups'],
    }),

    clientLinks: build.query<Out<'clientLinks'>, string>({
      query: (jobId) => call('clientLinks', { params: { jobId } }),
      providesTags: ['ClientLinks'],
    }),
    addClientLink: build.mutation<Out<'addClientLink'>, { jobId: string; days: number }>({
      query: ({ jobId, days }) => call('addClientLink', { params: { jobId }, body: { days } }),
      invalidatesTags: ['ClientLinks'],
    }),
    endClientLink: build.mutation<Out<'endClientLink'>, string>({
      query: (linkId) => call('endClientLink', { params: { linkId } }),
      invalidatesTags: ['ClientLinks'],
    }),
    readClientLink: build.mutation<Out<'readClientLink'>, string>({
      query: (token) => call('readClientLink', { body: { token } }),
    }),
  }),
});
