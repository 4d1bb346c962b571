import * as z from 'zod';
import { HandSettingsEntry, LoggedHandSettings } from '../hand-setting/index.js';
import { reads, writes } from './route.js';

/** Foot pressure, edge distance and speed of jobs. */
export const handSettingRoutes = {
  listHandSettings: reads({
    id: 'listHandSettings',
    path: '/api/hand-settings',
    summary: 'The latest foot pressure, edge distance and speed of each set-up that were not withdrawn',
    permission: 'operator',
    reply: z.array(LoggedHandSettings),
  }),
  logHandSettings: writes({
    id: 'logHandSettings',
    method: 'POST',
    path: '/api/hand-settings',
    summary: "Log a set-up's present foot pressure, edge distance and speed",
    permission: 'mechanic',
    body: HandSettingsEntry,
    reply: LoggedHandSettings,
    errors: ['setup.unknown', 'time.outside'],
  }),
} as const;
