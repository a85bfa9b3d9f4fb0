import { NewShopSchema } from '@upholder/core/api';
import { ROLES, type Role, RoleSchema, signInKey } from '@upholder/core/people';
import { DEFAULT_SHOP_SETTINGS } from '@upholder/core/shop';
import { v7 as uuid } from 'uuid';
import { maybeOne, type Queryable } from '../db/database.ts';
import { migrate } from '../db/migrate.ts';
import { createFirstShop } from '../installation/installation.ts';
import { addMember, hasOtherOwner, makeInvite, membersOf, setLeft } from '../people/store.ts';
import { assertNoCommonPassword } from '../session/common.ts';
import { endSessions } from '../session/store.ts';
import { ask } from './ask.ts';
import { type Base, chosenShop, openAsOwner, Refused, reach, type Told } from './reach.ts';

/** `setup`: makes the shop of a new installation at the terminal. */
export async function setUp(base: Base, { options }: Told): Promise<void> {
  const { ownerUrl } = await reach(base);
  await migrate(ownerUrl);
  const db = await openAsOwner(base);
  const given = async (option: string, question: string, otherwise?: string) => {
    const value = options[option];
    if (typeof value === 'string') return value;
    return otherwise ?? (await ask(question));
  };
  const name = await given('name', 'Name of the shop: ');
  const owner = await given('owner', 'Your name: ');
  const signIn = await given('sign-in', 'Sign-in name: ', options.owner ? signInKey(owner) : undefined);
  const { timeZone: here } = Intl.DateTimeFormat().resolvedOptions();
  const timeZone = await given('time-zone', '', here);
  const password =
    process.env.UPHOLDER_PASSWORD || (await ask('Password, at least 10 characters: ', { isSecret: true }));
  const read = NewShopSchema.safeParse({
    name,
    timeZone,
    settings: DEFAULT_SHOP_SETTINGS,
    owner: { name: owner, signIn, password },
  });
  if (!read.success) throw new Refused(read.error.issues.map(({ message }) => message).join('\n'));
  assertNoCommonPassword(password, signIn, owner, name);
  if (!(await createFirstShop(db, read.data)))
    throw new Refused('This installation has a shop already. Use upholder member add.');
  console.log(`${name} is set up. ${owner} signs in as ${signIn}.`);
}

async function foundMember(
  db: Queryable,
  shopId: string,
  wanted: string,
): Promise<{ id: string; name: string; role: Role }> {
  const row = await maybeOne<{ id: string; name: string; role: Role }>(
    db,
    `select id, name, role from member where shop_id = $1 and left_at is null and (sign_in_key = $2 or name = $3)
      order by sign_in_key = $2 desc nulls last limit 1`,
    [shopId, signInKey(wanted), wanted],
  );
  if (!row) throw new Refused(`No one here is called ${wanted}. See upholder member list.`);
  return row;
}

function sayInvite(name: string, { code, expiresAt }: { code: string; expiresAt: Date }): void {
  console.log(
    `${name} opens /invite in the browser and enters ${code} to set sign-in name and password. It works once, until ${expiresAt.toDateString()}.`,
  );
}

/** `member list|add|reset|remove`. */
export async function member(base: Base, told: Told): Promise<void> {
  const [action = 'list', wanted = ''] = told.words;
  const db = await openAsOwner(base);
  const shop = await chosenShop(db, told);
  const now = new Date();
  const madeBy = 'the command line';
  if (action === 'list') {
    for (const { name, role, signIn, leftAt } of await membersOf(db, shop.id, now))
      console.log(`${name}  ${role}  ${leftAt === null ? (signIn ?? 'has not signed in yet') : 'has left'}`);
    return;
  }
  if (wanted === '') throw new Refused(`Name the member: upholder member ${action} NAME`);
  if (action === 'add') {
    const role = RoleSchema.safeParse(told.options.role ?? 'floor');
    if (!role.success) throw new Refused(`A role is one of ${ROLES.join(', ')}.`);
    const id = uuid();
    await addMember(db, shop.id, { id, name: wanted, role: role.data });
    sayInvite(wanted, await makeInvite(db, shop.id, id, madeBy, now));
  } else if (action === 'reset') {
    const { id, name } = await foundMember(db, shop.id, wanted);
    await endSessions(db, { shopId: shop.id, memberId: id, exceptToken: null });
    sayInvite(name, await makeInvite(db, shop.id, id, madeBy, now));
  } else if (action === 'remove') {
    const { id, name, role } = await foundMember(db, shop.id, wanted);
    await db.transaction(async (connection) => {
      if (role === 'owner' && !(await hasOtherOwner(connection, shop.id, id)))
        throw new Refused('The shop would have no owner who can sign in. Make someone else an owner first.');
      await setLeft(connection, shop.id, id, now);
      await endSessions(connection, { shopId: shop.id, memberId: id, exceptToken: null });
    });
    console.log(`${name} can no longer sign in. What they did stays in the log under their name.`);
  } else throw new Refused(`There is no “member ${action}”: it is list, add, reset or remove.`);
}
