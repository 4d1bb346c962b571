import * as z from 'zod';
import { ShopValueEntry, ShopValueInput } from '../catalogue/index.js';
import {
  Setup,
  SetupCardFile,
  SetupImport,
  SetupImportResult,
  SetupList,
  SetupListResult,
  SetupRevision,
  SetupWork,
} from '../match/index.js';
import { Id } from '../shared/index.js';
import { reads, writes } from './route.js';

const ofSetup = z.strictObject({ setupId: Id });

/** Set-ups, and the shop's own values. */
export const matchRoutes = {
  listSetups: reads({
    id: 'listSetups',
    path: '/api/setups',
    summary: 'All set-ups, by name',
    permission: 'operator',
    reply: z.array(Setup),
  }),
  readSetup: reads({
    id: 'readSetup',
    path: '/api/setups/:setupId',
    summary: 'One set-up',
    permission: 'operator',
    params: ofSetup,
    reply: Setup,
    errors: ['setup.unknown'],
  }),
  saveSetup: writes({
    id: 'saveSetup',
    method: 'POST',
    path: '/api/setups',
    summary: 'Save a new set-up; its id is the key it is sent with',
    permission: 'mechanic',
    body: SetupWork,
    reply: Setup,
    errors: ['machine.unknown', 'setup.needle-unfit'],
  }),
  importSetupList: writes({
    id: 'importSetupList',
    method: 'POST',
    takesList: true,
    path: '/api/setup-list',
    summary:
      'Import a list of set-ups, all or none; those whose machine already has one of that name are left as they are',
    permission: 'mechanic',
    body: SetupList,
    reply: SetupListResult,
  }),
  reviseSetup: writes({
    id: 'reviseSetup',
    method: 'PUT',
    path: '/api/setups/:setupId',
    summary: 'Change a set-up',
    permission: 'mechanic',
    params: ofSetup,
    body: SetupRevision,
    reply: Setup,
    errors: [
      'setup.unknown',
      'machine.unknown',
      'setup.other-machine',
      'setup.needle-unfit',
      'version.stale',
    ],
  }),
  exportSetupCards: reads({
    id: 'exportSetupCards',
    path: '/api/setup-cards',
    summary: 'Export set-ups: all of them, or one',
    permission: 'operator',
    query: z.strictObject({ setupId: Id.optional() }),
    reply: SetupCardFile,
    errors: ['setup.unknown'],
  }),
  importSetupCards: writes({
    id: 'importSetupCards',
    method: 'POST',
    takesList: true,
    path: '/api/setup-cards',
    summary: 'Import set-up cards: good rows are saved, bad rows are returned with what is wrong',
    permission: 'mechanic',
    body: SetupImport,
    reply: SetupImportResult,
  }),
  listShopValues: reads({
    id: 'listShopValues',
    path: '/api/shop-values',
    summary: "The history of the shop's own catalogue values, oldest first",
    permission: 'operator',
    reply: z.array(ShopValueEntry),
  }),
  setShopValue: writes({
    id: 'setShopValue',
    method: 'POST',
    path: '/api/shop-values',
    summary: "Set the shop's own value, accept the default, or restore it",
    permission: 'mechanic',
    body: ShopValueInput,
    reply: ShopValueEntry,
    errors: ['value.moved-on'],
  }),
} as const;
