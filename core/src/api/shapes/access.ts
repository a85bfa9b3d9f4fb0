import { includesRole, type Role } from '../../people/roles.ts';
import type { CallName } from './paths.ts';

/** Who may make a call: anyone, or members from this role up. */
export type Access = 'anyone' | Role;

/** Who may make which call. The server refuses by it, the screens offer by it. */
export const ACCESS: Record<CallName, Access> = {
  // Before anybody is signed in, or whoever is.
  health: 'anyone',
  openapi: 'anyone',
  jobFileSchema: 'anyone',
  session: 'anyone',
  signIn: 'anyone',
  demoSignIn: 'anyone',
  signOut: 'anyone',
  pinSignIn: 'anyone',
  badgeSignIn: 'anyone',
  readInvite: 'anyone',
  acceptInvite: 'anyone',
  readClientLink: 'anyone',
  checkSetupCode: 'anyone',
  firstRun: 'anyone',
  openSample: 'anyone',
  restoreFirst: 'anyone',

  // Every member: looking, and what is their own.
  live: 'reader',
  changes: 'reader',
  jobs: 'reader',
  floor: 'reader',
  openJobs: 'reader',
  olderJobs: 'reader',
  findJobs: 'reader',
  job: 'reader',
  mappings: 'reader',
  findPiece: 'reader',
  findTag: 'reader',
  planningContext: 'reader',
  mixes: 'reader',
  mixCoats: 'reader',
  confirmedCauses: 'reader',
  lessons: 'reader',
  learned: 'reader',
  results: 'planner',
  excludeSeen: 'planner',
  roomMinutes: 'reader',
  practiceRuns: 'reader',
  keepPracticeRun: 'reader',
  jobMixes: 'reader',
  trace: 'reader',
  shop: 'reader',
  systemVersions: 'reader',
  photo: 'reader',
  jobFile: 'reader',
  takeoffFile: 'reader',
  orderFile: 'reader',
  calendarFile: 'reader',
  careFile: 'reader',
  confirmPassword: 'reader',
  changePassword: 'reader',
  setOwnPin: 'reader',
  setOwnUnits: 'reader',
  sessions: 'reader',
  endSession: 'reader',
  endOtherSessions: 'reader',

  // The floor: what happens while working.
  log: 'floor',
  addFinding: 'floor',
  answerFinding: 'floor',
  addJobEvent: 'floor',
  putMix: 'floor',
  putBenchItem: 'floor',
  setStock: 'floor',
  typeClimate: 'floor',
  putOpenings: 'floor',
  addPhoto: 'floor',

  // Planning: jobs, plans, products, systems.
  addMap: 'planner',
  changeWall: 'planner',
  removeWall: 'planner',
  removeOpenings: 'planner',
  addJob: 'planner',
  changeJob: 'planner',
  changeMethods: 'planner',
  changeRoom: 'planner',
  changePricing: 'planner',
  removeJob: 'planner',
  rememberMapping: 'planner',
  removePhoto: 'planner',
  addPieces: 'planner',
  changePieces: 'planner',
  removePieces: 'planner',
  planJob: 'planner',
  planAll: 'planner',
  setSkills: 'planner',
  setWeek: 'planner',
  setDaysOff: 'planner',
  addProduct: 'planner',
  changeProduct: 'planner',
  addSupply: 'planner',
  changeSupply: 'planner',
  addLayer: 'planner',
  removeLayer: 'planner',
  answerSurvey: 'planner',
  addDecision: 'planner',
  addSystemVersion: 'planner',
  retireSystem: 'planner',
  importJob: 'planner',
  addZone: 'planner',
  changeZone: 'planner',
  changeSteps: 'planner',
  removeZone: 'planner',
  clientLinks: 'planner',
  addClientLink: 'planner',
  endClientLink: 'planner',

  // Owners: the shop itself, its people, its backups.
  changeShop: 'owner',
  members: 'owner',
  addMember: 'owner',
  changeMember: 'owner',
  inviteMember: 'owner',
  endMemberSessions: 'owner',
  letMemberGo: 'owner',
  takeMemberBack: 'owner',
  setMemberPin: 'owner',
  giveBadge: 'owner',
  removeBadge: 'owner',
  tablets: 'owner',
  enrolTablet: 'owner',
  endTablet: 'owner',
  backups: 'owner',
  makeBackup: 'owner',
  backupFile: 'owner',
};

/** Whether a member of this role may make a call. */
export function mayCall(role: Role, call: CallName): boolean {
  const access = ACCESS[call];
  return access === 'anyone' || includesRole(role, access);
}

/** Whether a call needs the password again where a PIN or a badge opened the session. */
export function asksPassword(call: CallName): boolean {
  return ACCESS[call] === 'owner' || call === 'changePassword' || call === 'setOwnPin';
}
