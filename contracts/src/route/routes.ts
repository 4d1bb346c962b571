import * as z from 'zod';
import {
  Clearance,
  FloorMachine,
  FloorView,
  KnobChange,
  Machine,
  NeedleChange,
  PresentSetupChange,
} from '../floor/index.js';
import { Setup, SetupRevision, SetupWork } from '../match/index.js';
import { SearchQuery, SearchResult } from '../search/index.js';
import { Id } from '../shared/index.js';
import { Session, SignIn } from '../shop/index.js';
import { LoggedSeam, TensionView, TestSeamInput } from '../tension/index.js';
import { Nothing, reads, writes, type Route } from './route.js';

const ofMachine = z.strictObject({ machineId: Id });
const ofSetup = z.strictObject({ setupId: Id });

/** Every address of the server. */
export const routes = {
  readSession: reads({
    id: 'readSession',
    path: '/api/session',
    summary: 'Who is signed in, and the token for writes',
    permission: 'anyone',
    reply: Session,
  }),
  signIn: writes({
    id: 'signIn',
    method: 'POST',
    path: '/api/session',
    summary: 'Sign in',
    permission: 'anyone',
    keyed: false,
    body: SignIn,
    reply: Session,
    errors: ['session.wrong', 'session.too-many'],
  }),
  signOut: writes({
    id: 'signOut',
    method: 'DELETE',
    path: '/api/session',
    summary: 'Sign out',
    permission: 'operator',
    keyed: false,
    body: Nothing,
    reply: Session,
  }),
  listMachines: reads({
    id: 'listMachines',
    path: '/api/machines',
    summary: 'All machines, by shop number',
    permission: 'operator',
    reply: z.array(Machine),
  }),
  setPresentSetup: writes({
    id: 'setPresentSetup',
    method: 'PUT',
    path: '/api/machines/:machineId/present-setup',
    summary: 'Say which set-up a machine is set for now',
    permission: 'mechanic',
    params: ofMachine,
    body: PresentSetupChange,
    reply: Machine,
    errors: ['machine.unknown', 'setup.unknown', 'setup.other-machine', 'version.stale'],
  }),
  markKnob: writes({
    id: 'markKnob',
    method: 'PUT',
    path: '/api/machines/:machineId/knob',
    summary: 'Record the mark and travel of the top knob',
    permission: 'mechanic',
    params: ofMachine,
    body: KnobChange,
    reply: Machine,
    errors: ['machine.unknown', 'version.stale'],
  }),
  readFloor: reads({
    id: 'readFloor',
    path: '/api/floor',
    summary: 'The floor now: needles, running hours, what is due',
    permission: 'operator',
    reply: FloorView,
  }),
  changeNeedle: writes({
    id: 'changeNeedle',
    method: 'POST',
    path: '/api/machines/:machineId/needle-changes',
    summary: 'Log a needle change',
    permission: 'operator',
    params: ofMachine,
    body: NeedleChange,
    reply: FloorMachine,
    errors: ['machine.unknown', 'needle.moved-on', 'needle.wrong-clamp', 'needle.time'],
  }),
  clearMachine: writes({
    id: 'clearMachine',
    method: 'POST',
    path: '/api/machines/:machineId/clearances',
    summary: 'Let a machine run again that was stopped for a missing piece',
    permission: 'mechanic',
    params: ofMachine,
    body: Clearance,
    reply: FloorMachine,
    errors: ['machine.unknown', 'clearance.nothing'],
  }),
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
  search: reads({
    id: 'search',
    path: '/api/search',
    summary: 'Find machines and set-ups',
    permission: 'operator',
    query: SearchQuery,
    reply: SearchResult,
  }),
} as const;

/** The route table as a list. */
export const ROUTE_TABLE: readonly Route[] = Object.values(routes);

/** A route's path with its parameters filled in. */
export function pathOf(route: Pick<Route, 'path'>, params: Readonly<Record<string, string>>): string {
  return route.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
}
