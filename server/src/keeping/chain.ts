import { many, type Queryable } from '../db/database.ts';

/** What is wrong with an entry of the log. */
export type ChainFault = 'changed' | 'broken' | 'gap' | 'unsealed';

/** What each fault means, in words. */
export const FAULT_WORDS: Record<ChainFault, string> = {
  changed: 'differs from what was sealed',
  broken: 'does not follow the one before it',
  gap: 'comes after one that is missing',
  unsealed: 'was never sealed',
};

/** What became of the log of a shop. */
export interface ChainReport {
  shopId: string;
  shopName: string;
  entries: number;
  /** The last link, in hexadecimal: whoever writes it down can tell later that nothing before it was changed. Null without entries. */
  head: string | null;
  faults: { entryId: string; fault: ChainFault }[];
}

const MOST_FAULTS = 50;

const FAULTS = `
  with linked as (
    select shop_id, seq, entry_id, digest, link,
           lag(link) over walk as before, lag(seq) over walk as seq_before
      from log_chain window walk as (partition by shop_id order by seq)
  ), judged as (
    select shop_id, entry_id, seq,
           case when seq <> coalesce(seq_before, 0) + 1 then 'gap'
                when link <> sha256(coalesce(before, ''::bytea) || digest) then 'broken'
                when digest is distinct from log_entry_digest(entry_id) then 'changed' end as fault
      from linked
    union all
    select entry.shop_id, entry.id, null, 'unsealed'
      from log_entry as entry where not exists (select 1 from log_chain where entry_id = entry.id)
  )
  select shop_id, entry_id, fault from judged where fault is not null order by shop_id, seq limit ${MOST_FAULTS}`;

/** Goes through the sealed log of every shop, link by link, and says what does not hold. */
export async function checkChains(db: Queryable): Promise<ChainReport[]> {
  const shops = await many<{ id: string; name: string; entries: number; head: string | null }>(
    db,
    `select id, name, (select count(*) from log_entry where shop_id = shop.id) as entries,
            (select encode(link, 'hex') from log_chain where shop_id = shop.id order by seq desc limit 1) as head
       from shop order by name, id`,
  );
  const faults = await many<{ shop_id: string; entry_id: string; fault: ChainFault }>(db, FAULTS);
  return shops.map(({ id, name, entries, head }) => ({
    shopId: id,
    shopName: name,
    entries,
    head,
    faults: faults
      .filter(({ shop_id }) => shop_id === id)
      .map(({ entry_id, fault }) => ({ entryId: entry_id, fault })),
  }));
}

/** Whether the chain of a shop once had this link as its last: then nothing before it was changed since. */
export async function hasLink(db: Queryable, shopId: string, link: string): Promise<boolean> {
  const rows = await many(db, `select 1 from log_chain where shop_id = $1 and link = decode($2, 'hex')`, [
    shopId,
    link,
  ]);
  return rows.length > 0;
}
