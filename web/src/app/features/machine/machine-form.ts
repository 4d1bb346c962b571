import { MachineEntry, type Machine, type Problem, type Zone } from '@gantelet/contracts';

/** A machine nobody has entered yet, with what most machines of a heavy shop have. */
export function emptyEntry(machines: readonly Machine[], zones: readonly Zone[]): MachineEntry {
  return {
    shopNumber: Math.max(0, ...machines.map(({ shopNumber }) => shopNumber)) + 1,
    name: '',
    machineClass: 'flatbed',
    feed: 'compound',
    duty: 'medium',
    zoneId: zones[0]?.id ?? '',
    systemIds: [],
    shank: 'round',
    hookSide: null,
    plateHoleMm: 2.2,
    plates: [{ holeMm: 2.2, feedDogHoleMm: null }],
    takeUpStrokeMm: null,
    preTensionWraps: 1,
    bobbinSizeId: null,
    stitchDial: [],
    drive: null,
    stitchControl: null,
    speedInUseSpm: null,
    speedMostSpm: null,
    threadTex: { least: null, most: null },
    needleNm: { least: null, most: null },
    oilNotes: '',
    serviceNotes: '',
  };
}

/** A registered machine as its form takes it. */
export function entryOf({
  id: _,
  zone,
  knob: __,
  presentSetupId: ___,
  sharedPlates: _____,
  version: ____,
  ...traits
}: Machine): MachineEntry {
  return { ...traits, zoneId: zone.id };
}

/** A new machine like another one: with its own number, and nothing that was measured on the other. */
export function copyOf(machine: Machine, machines: readonly Machine[]): MachineEntry {
  const { shopNumber } = emptyEntry(machines, []);
  return { ...entryOf(machine), shopNumber, name: '', stitchDial: [], speedInUseSpm: null };
}

/** What is wrong with each field, by its path: from the schema first, else as the server said. */
export function fieldWords(entry: MachineEntry, problem: Problem | null): ReadonlyMap<string, string> {
  const read = MachineEntry.safeParse(entry);
  const own = (read.error?.issues ?? []).map(({ path, message }) => [path.join('.'), message] as const);
  const served = (problem?.fields ?? []).map(
    ({ path, message }) => [path.replace(/^body\./, ''), message] as const,
  );
  return new Map([...served, ...own]);
}
