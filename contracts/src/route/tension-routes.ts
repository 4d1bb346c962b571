import * as z from 'zod';
import { PracticeRun, PracticeRunInput } from '../practice/index.js';
import { Id } from '../shared/index.js';
import {
  BalancedSetting,
  BobbinReading,
  BobbinReadingInput,
  GaugeReadingInput,
  LoggedGaugeReading,
  LoggedSeam,
  StripInput,
  TensionView,
  TestSeamInput,
} from '../tension/index.js';
import { reads, writes } from './route.js';

const ofSetup = z.strictObject({ setupId: Id });

/** Test seams and readings, and what people practise. */
export const tensionRoutes = {
  listBalanced: reads({
    id: 'listBalanced',
    path: '/api/balanced-settings',
    summary: 'The last balanced top setting of every set-up that has one',
    permission: 'operator',
    reply: z.array(BalancedSetting),
  }),
  readTension: reads({
    id: 'readTension',
    path: '/api/setups/:setupId/tension',
    summary: 'Knob, test seams and logged settings for a set-up',
    permission: 'operator',
    params: ofSetup,
    reply: TensionView,
    errors: ['setup.unknown'],
  }),
  logSeam: writes({
    id: 'logSeam',
    method: 'POST',
    path: '/api/setups/:setupId/test-seams',
    summary: 'Log a test seam',
    permission: 'mechanic',
    params: ofSetup,
    body: TestSeamInput,
    reply: LoggedSeam,
    errors: ['setup.unknown', 'seam.past-travel'],
  }),
  logStrip: writes({
    id: 'logStrip',
    method: 'POST',
    path: '/api/setups/:setupId/strips',
    summary: 'Log a ladder strip: several test seams, judged in one go',
    permission: 'mechanic',
    params: ofSetup,
    body: StripInput,
    reply: z.array(LoggedSeam),
    errors: ['setup.unknown', 'seam.past-travel'],
  }),
  logBobbin: writes({
    id: 'logBobbin',
    method: 'POST',
    path: '/api/setups/:setupId/bobbin-readings',
    summary: 'Log a reading of the bobbin case, or a turn of its screw',
    permission: 'mechanic',
    params: ofSetup,
    body: BobbinReadingInput,
    reply: BobbinReading,
    errors: ['setup.unknown'],
  }),
  logGauge: writes({
    id: 'logGauge',
    method: 'POST',
    path: '/api/setups/:setupId/gauge-readings',
    summary: 'Log the needle thread tension on a gauge at a setting of the top knob',
    permission: 'mechanic',
    params: ofSetup,
    body: GaugeReadingInput,
    reply: LoggedGaugeReading,
    errors: ['setup.unknown', 'seam.past-travel'],
  }),
  listPracticeRuns: reads({
    id: 'listPracticeRuns',
    path: '/api/practice-runs',
    summary: 'What the person who asks has practised, oldest first',
    permission: 'operator',
    reply: z.array(PracticeRun),
  }),
  logPracticeRun: writes({
    id: 'logPracticeRun',
    method: 'POST',
    path: '/api/practice-runs',
    summary: 'Keep a practice scenario that was brought to balance',
    permission: 'operator',
    body: PracticeRunInput,
    reply: PracticeRun,
  }),
} as const;
