/** What a member may do, each all that those after it may. */
export const ROLES = ['owner', 'planner', 'floor', 'reader'] as const;
export type Role = (typeof ROLES)[number];

/** Words on screen for each, and what it lets a member do. */
export const ROLE_WORDS: Record<Role, { name: string; may: string }> = {
  owner: { name: 'Owner', may: 'Everything, including people, settings and backups.' },
  planner: { name: 'Planner', may: 'Jobs, plans, products and systems, and everything on the floor.' },
  floor: { name: 'Floor', may: 'Log work, mix paint, count stock, tick off hardware, add photos.' },
  reader: { name: 'Read-only', may: 'Look at everything, change nothing.' },
};

/** Whether a role includes another one. */
export function includesRole(role: Role, wanted: Role): boolean {
  return ROLES.indexOf(role) <= ROLES.indexOf(wanted);
}
