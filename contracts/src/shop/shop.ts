import * as z from 'zod';
import {
  BOBBIN_SCHOOLS,
  SIZE_SCHOOLS,
  TENSION_TARGETS,
  STEP_SCHOOLS,
  type CoatedPointSchool,
  type LeatherPointSchool,
  type SizeSchoolChoice,
} from '@gantelet/core';
import { ColourMarks } from './colour-mark.js';
import { ShopCosts } from './shop-costs.js';
import { Name, Version } from '../shared/index.js';

export const SIZE_SCHOOL_CHOICES = [
  'by-work',
  ...SIZE_SCHOOLS,
] as const satisfies readonly SizeSchoolChoice[];
export const LEATHER_POINT_SCHOOLS = ['cutting', 'round'] as const satisfies readonly LeatherPointSchool[];
export const COATED_POINT_SCHOOLS = ['small-cut', 'cutting'] as const satisfies readonly CoatedPointSchool[];

/** The schools of practice that a shop or one set-up follows. */
export const SchoolChoice = z.strictObject({
  size: z.enum(SIZE_SCHOOL_CHOICES),
  leatherPoint: z.enum(LEATHER_POINT_SCHOOLS),
  coatedPoint: z.enum(COATED_POINT_SCHOOLS),
});
export type SchoolChoice = z.infer<typeof SchoolChoice>;

/** How tension is set: what is done about the bobbin, the target, and how far the knob goes at once. */
export const TensionWay = z.strictObject({
  bobbin: z.enum(BOBBIN_SCHOOLS),
  target: z.enum(TENSION_TARGETS),
  step: z.enum(STEP_SCHOOLS),
});
export type TensionWay = z.infer<typeof TensionWay>;

const ways = {
  schools: SchoolChoice,
  tension: TensionWay,
  /** Planned needle interval in running hours. */
  lifeHours: z.number().positive().max(1000),
  costs: ShopCosts,
  colourMarks: ColourMarks,
};

/** The house rules. */
export const Shop = z.object({
  name: Name,
  /** IANA name, such as Europe/Oslo: shifts are in this local time. */
  timeZone: z.string().min(1).max(64),
  ...ways,
  version: Version,
});
export type Shop = z.infer<typeof Shop>;

/** What the lead decides for the whole shop. */
export const ShopRevision = z.strictObject({ ...ways, version: Version });
export type ShopRevision = z.infer<typeof ShopRevision>;
