import type { Role } from '@upholder/core/people';
import type { UnitPrefs } from '@upholder/core/units';

/** A signed-in person, bound to a shop. */
export interface Member {
  id: string;
  shopId: string;
  name: string;
  role: Role;
  /** Whether calls that ask for the password again are taken: false where a PIN or a badge opened the session. */
  isConfirmed: boolean;
  /** What they think in; null where that is what the shop does. */
  units: UnitPrefs | null;
}
