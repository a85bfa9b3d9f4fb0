import { said } from '../said/index.ts';
/** What a member may do, each all that those after it may. */
export const ROLES = ['owner', 'planner', 'floor', 'reader'] as const;
export type Role = (typeof ROLES)[number];

/** Words on screen for each, and what it lets a member do. */
export const ROLE_WORDS: Record<Role, { name: string; may: string }> = {
  owner: { name: said('people.owner'), may: said('people.everything-including-people-settings-and-bac') },
  planner: { name: said('people.planner'), may: said('people.jobs-plans-products-and-systems-and') },
  floor: { name: 'Floor', may: said('people.log-work-mix-paint-count-stock') },
  reader: { name: said('people.read-only'), may: said('people.look-at-everything-change-nothing') },
};

/** Whether a role includes another one. */
export function includesRole(role: Role, wanted: Role): boolean {
  return ROLES.indexOf(role) <= ROLES.indexOf(wanted);
}
