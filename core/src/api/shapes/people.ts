import { z } from 'zod';
import { nameField } from '../../fields/index.ts';
import { CareDatesSchema } from '../../handover/index.ts';
import { RoleSchema } from '../../people/index.ts';

export const MemberNameSchema = nameField('name', 80);

/** A member as owners see them. */
export const MemberRowSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  role: RoleSchema,
  signIn: z.string().nullable(),
  hasPassword: z.boolean(),
  pinDigits: z.int().nullable(),
  hasBadge: z.boolean(),
  /** Until when an invitation or a new-password link that nobody used yet holds. */
  invitedUntil: z.iso.datetime().nullable(),
  sessions: z.int(),
  leftAt: z.iso.datetime().nullable(),
});
export type MemberRow = z.infer<typeof MemberRowSchema>;

/** An open session, as its member sees it. */
export const SessionRowSchema = z.object({
  id: z.uuid(),
  browser: z.string(),
  address: z.string(),
  tabletName: z.string().nullable(),
  openedAt: z.iso.datetime(),
  seenAt: z.iso.datetime(),
  isThisOne: z.boolean(),
});
export type SessionRow = z.infer<typeof SessionRowSchema>;

export const TabletRowSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  enrolledBy: z.string(),
  enrolledAt: z.iso.datetime(),
});
export type TabletRow = z.infer<typeof TabletRowSchema>;

/** A link for the client of a job, as the shop sees it. Its address is told once, when it is made. */
export const ClientLinkRowSchema = z.object({
  id: z.uuid(),
  madeBy: z.string(),
  madeAt: z.iso.datetime(),
  expiresAt: z.iso.datetime(),
  isEnded: z.boolean(),
});
export type ClientLinkRow = z.infer<typeof ClientLinkRowSchema>;

/** What a client sees of their job. */
export const ClientViewSchema = z.object({
  shopName: z.string(),
  jobName: z.string(),
  timeZone: z.string(),
  startOn: z.iso.date(),
  /** Planned moment of the handover; null while there is no plan. */
  completion: z.iso.datetime().nullable(),
  isHandedOver: z.boolean(),
  zones: z.array(
    z.object({
      name: z.string(),
      pieces: z.int(),
      stages: z.array(
        z.object({ stage: z.enum(['prepared', 'primed', 'coated', 'refitted']), pieces: z.int() }),
      ),
    }),
  ),
  care: z.array(
    z.object({
      zones: z.array(z.string()),
      product: z.string(),
      cureDays: z.number().nullable(),
      dates: CareDatesSchema.nullable(),
      lines: z.array(z.string()),
    }),
  ),
  expiresAt: z.iso.datetime(),
});
export type ClientView = z.infer<typeof ClientViewSchema>;

/** A backup in the folder of backups. */
export const BackupRowSchema = z.object({
  name: z.string(),
  madeAt: z.iso.datetime(),
  bytes: z.int(),
  isEncrypted: z.boolean(),
  reason: z.enum(['scheduled', 'asked', 'before-upgrade', 'before-restore']),
  entries: z.int(),
});
export type BackupRow = z.infer<typeof BackupRowSchema>;

export const BackupStateSchema = z.object({
  backups: z.array(BackupRowSchema),
  folder: z.string(),
  /** Hours between scheduled backups; 0 where none are made. */
  everyHours: z.number(),
  hasPassphrase: z.boolean(),
  /** What went wrong the last time; null where nothing did. */
  trouble: z.string().nullable(),
});
export type BackupState = z.infer<typeof BackupStateSchema>;
