import {
  type CrewMember,
  type ShopSettings,
  ShopSettingsSchema,
  type Skill,
  type Week,
} from '@upholder/core/shop';
import { many, maybeOne, one, type Queryable } from '../db/database.ts';
import { remembered } from '../db/remembered.ts';

export interface ShopRow {
  id: string;
  name: string;
  timeZone: string;
  settings: ShopSettings;
  version: number;
}

interface RawShop extends Record<string, unknown> {
  id: string;
  name: string;
  time_zone: string;
  settings: string;
  version: number;
}

const settingsOf = remembered((kept) => ShopSettingsSchema.parse(kept));
const COLUMNS = 'id, name, time_zone, settings::text as settings, version';

function toShop(row: RawShop): ShopRow {
  return {
    id: row.id,
    name: row.name,
    timeZone: row.time_zone,
    settings: settingsOf(row.settings),
    version: row.version,
  };
}

export async function findShop(db: Queryable, shopId: string): Promise<ShopRow> {
  return toShop(await one<RawShop>(db, `select ${COLUMNS} from shop where id = $1`, [shopId]));
}

/** Writes settings if the version still holds; null when someone was faster. */
export async function updateShop(
  db: Queryable,
  shopId: string,
  version: number,
  change: { name: string; timeZone: string; settings: ShopSettings },
): Promise<ShopRow | null> {
  const row = await maybeOne<RawShop>(
    db,
    `update shop set name = $3, time_zone = $4, settings = $5, version = version + 1 where id = $1 and version = $2 returning ${COLUMNS}`,
    [shopId, version, change.name, change.timeZone, JSON.stringify(change.settings)],
  );
  return row && toShop(row);
}

export async function crewOf(db: Queryable, shopId: string): Promise<CrewMember[]> {
  const rows = await many<{
    id: string;
    name: string;
    days_off: string[];
    skills: Skill[];
    week: Week | null;
    has_left: boolean;
  }>(
    db,
    `select id, name, days_off, skills, week, left_at is not null as has_left from member
      where shop_id = $1 order by position, name`,
    [shopId],
  );
  return rows.map(({ id, name, days_off, skills, week, has_left }) => ({
    id,
    name,
    daysOff: days_off,
    skills,
    week,
    ...(has_left && { hasLeft: true }),
  }));
}

/** What can be set for a member on its own, and the column that keeps it. */
const MEMBER_COLUMNS = { skills: 'skills', week: 'week', daysOff: 'days_off' } as const;

/** One thing of a member, as it shall be. */
export type MemberChange =
  | { skills: readonly Skill[] }
  | { week: Week | null }
  | { daysOff: readonly string[] };

/** Sets one thing of a member; false when the shop has no such member. */
export async function changeMember(
  db: Queryable,
  shopId: string,
  memberId: string,
  change: MemberChange,
): Promise<boolean> {
  const [[key, value] = []] = Object.entries(change);
  const column = MEMBER_COLUMNS[key as keyof typeof MEMBER_COLUMNS];
  const row = await maybeOne(
    db,
    `update member set ${column} = $3 where shop_id = $1 and id = $2 returning id`,
    [shopId, memberId, column === 'week' && value !== null ? JSON.stringify(value) : value],
  );
  return row !== null;
}
