import { z } from 'zod';
import { idSchema } from '../api/ids.ts';
import { roleSchema } from './permissions.ts';

/* What is said about people and devices of a workshop of several. */

const personName = z.string().trim().min(1).max(60);
const deviceName = z.string().trim().min(1).max(60);
/** A PIN of four figures is held to few tries; a passphrase may be long. */
export const secretSchema = z.string().min(4).max(200);
/** `1234-5678`, as it is typed: its dash is nothing. */
const codeSchema = z
  .string()
  .transform((text) => text.replaceAll(/[^0-9]/g, ''))
  .pipe(z.string().length(8));

export const makeOwnerSchema = z.strictObject({
  code: codeSchema,
  name: personName,
  secret: secretSchema,
  device: deviceName,
});
export const pairDeviceSchema = z.strictObject({ code: codeSchema, device: deviceName });
export const signInSchema = z.strictObject({ person: idSchema, secret: z.string().max(200) });
export const changeSecretSchema = z.strictObject({ old: z.string().max(200), secret: secretSchema });
export const makePersonSchema = z.strictObject({ name: personName, role: roleSchema, secret: secretSchema });
export const tellPersonSchema = z.strictObject({
  role: roleSchema.optional(),
  active: z.boolean().optional(),
  secret: secretSchema.optional(),
});

const personAtDevice = z.looseObject({ id: z.string(), name: z.string(), role: roleSchema });
export type PersonAtDevice = z.infer<typeof personAtDevice>;

/** How it stands at a device: whether anybody has to sign in at all, and who has. */
export const sessionStateSchema = z.looseObject({
  /** A workshop of several; otherwise everybody at this machine may do everything. */
  accounts: z.boolean(),
  /** There is no owner yet: the code that the server printed makes the first. */
  isNew: z.boolean(),
  device: z.looseObject({ id: z.string(), name: z.string() }).nullable(),
  person: personAtDevice.nullable(),
  /** Who may sign in here. */
  people: z.array(personAtDevice),
  /** What is sent could be read on the way. */
  isPlain: z.boolean(),
});
export type SessionState = z.infer<typeof sessionStateSchema>;

export const peopleSchema = z.looseObject({
  people: z.array(z.looseObject({ ...personAtDevice.shape, active: z.boolean(), madeAt: z.string() })),
});
export type People = z.infer<typeof peopleSchema>;

export const devicesSchema = z.looseObject({
  devices: z.array(
    z.looseObject({
      id: z.string(),
      name: z.string(),
      madeAt: z.string(),
      revokedAt: z.string().nullable(),
      /** Who signed in there last, and when. */
      last: z.looseObject({ person: z.string(), at: z.string() }).nullable(),
    }),
  ),
});
export type Devices = z.infer<typeof devicesSchema>;

export const pairingSchema = z.looseObject({ code: z.string(), expiresAt: z.string(), address: z.string() });
export type Pairing = z.infer<typeof pairingSchema>;

export const auditKinds = [
  'owner-made',
  'owner-code-wrong',
  'owner-codes-ended',
  'signed-in',
  'sign-in-failed',
  'signed-out',
  'person-made',
  'person-told',
  'secret-changed',
  'code-made',
  'pairing-code-wrong',
  'device-paired',
  'device-revoked',
  'refused',
  'copy-asked',
  'unit-forgotten',
  'unit-exported',
] as const;
export type AuditKind = (typeof auditKinds)[number];

export const auditWords: Readonly<Record<AuditKind, string>> = {
  'owner-made': 'made the first owner',
  'owner-code-wrong': 'a wrong code for the first owner',
  'owner-codes-ended': 'the codes for the first owner are good no more',
  'signed-in': 'signed in',
  'sign-in-failed': 'a wrong PIN or passphrase',
  'signed-out': 'signed out',
  'person-made': 'brought somebody in',
  'person-told': 'changed what somebody may do',
  'secret-changed': 'changed their own PIN or passphrase',
  'code-made': 'made a code for a device',
  'pairing-code-wrong': 'a wrong code for a device',
  'device-paired': 'paired a device',
  'device-revoked': 'turned a device away',
  refused: 'was refused',
  'copy-asked': 'asked for a copy of everything',
  'unit-forgotten': 'forgot what is an owner’s',
  'unit-exported': 'took out all that is held about a unit',
};

export const auditSchema = z.looseObject({
  rows: z.array(
    z.looseObject({
      seq: z.number(),
      at: z.string(),
      kind: z.enum(auditKinds),
      person: z.string().nullable(),
      device: z.string().nullable(),
      about: z.string(),
    }),
  ),
  /** The page before: everything said earlier than this. */
  next: z.number().nullable(),
});
export type Audit = z.infer<typeof auditSchema>;
export type AuditRow = Audit['rows'][number];
