import * as z from 'zod';
import { SIZE_SCHOOLS, type LeatherPointSchool, type SizeSchoolChoice } from '@gantelet/core';
import { Name } from '../shared/index.js';

export const SIZE_SCHOOL_CHOICES = [
  'by-work',
  ...SIZE_SCHOOLS,
] as const satisfies readonly SizeSchoolChoice[];
export const LEATHER_POINT_SCHOOLS = ['cutting', 'round'] as const satisfies readonly LeatherPointSchool[];

/** The schools of practice a shop or one set-up follows. */
export const SchoolChoice = z.strictObject({
  size: z.enum(SIZE_SCHOOL_CHOICES),
  leatherPoint: z.enum(LEATHER_POINT_SCHOOLS),
});
export type SchoolChoice = z.infer<typeof SchoolChoice>;

/** How the shop works. */
export const Shop = z.object({
  name: Name,
  /** IANA name, such as Europe/Oslo: shifts are kept in this local time. */
  timeZone: z.string().min(1).max(64),
  schools: SchoolChoice,
  /** Planned needle interval in running hours. */
  lifeHours: z.number().positive().max(1000),
});
export type Shop = z.infer<typeof Shop>;
