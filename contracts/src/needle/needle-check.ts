import * as z from 'zod';
import { NEEDLE_SIZES, SLIDES } from '@gantelet/core';
import { Id, Instant, Line, Name, secret } from '../shared/index.js';

const PullN = z.number().positive().max(100);

/** A weight hung on a thread through an eye, and the forces that raise and lower it. Newtons. */
export const EyePulls = z
  .strictObject({ weightN: PullN, upN: PullN, downN: PullN })
  .refine(({ upN, downN }) => upN >= downN, { path: ['upN'], error: 'not below the pull down' });
export type EyePulls = z.infer<typeof EyePulls>;

const MadeNm = z.union(NEEDLE_SIZES.map(({ nm }) => z.literal(nm)));

/** What was checked on one needle; null for what was not. */
export const NeedleLooks = z.strictObject({
  markedNm: MadeNm.nullable().default(null),
  bladeMm: z.number().min(0.3).max(4).nullable().default(null),
  straightness: z.enum(['straight', 'bent']).nullable().default(null),
  snag: z.enum(['clean', 'snags']).nullable().default(null),
  surface: z.enum(['sound', 'scratched']).nullable().default(null),
  groove: z.enum(['fits', 'proud', 'rattles']).nullable().default(null),
  slideFromGroove: z.enum(SLIDES).nullable().default(null),
  slideFromScarf: z.enum(SLIDES).nullable().default(null),
  pulls: EyePulls.nullable().default(null),
  path: EyePulls.nullable().default(null),
  /** Tex of the thread that was pulled. */
  pulledTex: z.number().min(5).max(1500).nullable().default(null),
});
export type NeedleLooks = z.infer<typeof NeedleLooks>;

/** A photo of a needle: base64 of a JPEG, scaled down on the device so that it can be sent with its check. */
export const NeedlePhoto = secret(
  z
    .string()
    .max(200_000)
    .regex(/^\/9j\/[A-Za-z0-9+/]+={0,2}$/, 'a JPEG in base64'),
  () => '[photo]',
);

/** One needle checked before it is used, alone or as part of its lot. */
export const NeedleCheckInput = z
  .strictObject({
    /** Null for a needle of unknown lot. */
    lotId: Id.nullable(),
    looks: NeedleLooks,
    note: Line(200).default(''),
    photo: NeedlePhoto.nullable().default(null),
    checkedAt: Instant,
  })
  // Naming the thread alone is not a check.
  .refine(({ looks: { pulledTex: _, ...looks } }) => Object.values(looks).some((look) => look !== null), {
    path: ['looks'],
    error: 'at least one look',
  });
export type NeedleCheckInput = z.infer<typeof NeedleCheckInput>;

export const NeedleCheck = z.object({
  id: Id,
  lotId: Id.nullable(),
  lotCode: z.string().nullable(),
  looks: NeedleLooks,
  note: z.string(),
  hasPhoto: z.boolean(),
  checkedAt: Instant,
  checkedBy: Name,
});
export type NeedleCheck = z.infer<typeof NeedleCheck>;

/** The part of a check that is stored as JSON. */
export const NeedleCheckDocument = z.object({ version: z.literal(1), looks: NeedleLooks });
