import { FormArray, FormControl, FormGroup } from '@angular/forms';
import { filter, pairwise, startWith } from 'rxjs';
import { MachineEntry, type DialReading, type Machine, type Problem, type Zone } from '@gantelet/contracts';
import { schemaIssues, zodValidator } from '../../shared/forms/zod-form';

type Plate = MachineEntry['plates'][number];
type Limits = MachineEntry['needleNm'];
/** No default number stands in for one that nobody entered. */
type Open<T> = { [Key in keyof T]: T[Key] | null };

const field = <T>(value: T) => new FormControl(value, { nonNullable: true });
const limits = ({ least, most }: Limits) => new FormGroup({ least: field(least), most: field(most) });

const plateFields = ({ holeMm, feedDogHoleMm }: Open<Plate>) =>
  new FormGroup({ holeMm: field(holeMm), feedDogHoleMm: field(feedDogHoleMm) });
/** The fields of a stitch dial reading. */
export const readingFields = ({ mark, tenStitchesMm }: Open<DialReading>) =>
  new FormGroup({ mark: field(mark), tenStitchesMm: field(tenStitchesMm) });

/** The form of a machine: its value is a `MachineEntry` if it is valid. */
export function machineFields(entry: MachineEntry) {
  const form = new FormGroup(
    {
      shopNumber: field<number | null>(entry.shopNumber),
      name: field(entry.name),
      machineClass: field(entry.machineClass),
      feed: field(entry.feed),
      duty: field(entry.duty),
      zoneId: field(entry.zoneId),
      systemIds: field<readonly string[]>(entry.systemIds),
      shank: field(entry.shank),
      hookSide: field(entry.hookSide),
      plateHoleMm: field(entry.plateHoleMm),
      plates: new FormArray<ReturnType<typeof plateFields>>([]),
      takeUpStrokeMm: field(entry.takeUpStrokeMm),
      preTensionWraps: field<number | null>(entry.preTensionWraps),
      bobbinSizeId: field(entry.bobbinSizeId),
      stitchDial: new FormArray(entry.stitchDial.map(readingFields)),
      drive: field(entry.drive),
      stitchControl: field(entry.stitchControl),
      speedInUseSpm: field(entry.speedInUseSpm),
      speedMostSpm: field(entry.speedMostSpm),
      threadTex: limits(entry.threadTex),
      needleNm: limits(entry.needleNm),
      oilNotes: field(entry.oilNotes),
      serviceNotes: field(entry.serviceNotes),
    },
    { validators: zodValidator(MachineEntry, (value: unknown) => value) },
  );
  for (const plate of entry.plates) addPlate(form, plate);
  return form;
}

/** Another plate of the machine's own. The one on the machine stays on it while its hole is corrected. */
export function addPlate(form: Pick<MachineFields, 'controls'>, plate: Plate): void {
  const fields = plateFields(plate);
  form.controls.plates.push(fields);
  const { holeMm } = fields.controls;
  const holes = holeMm.valueChanges.pipe(
    startWith(plate.holeMm),
    filter((hole) => hole !== null),
    pairwise(),
  );
  holes.subscribe(([was, is]) => {
    if (form.controls.plateHoleMm.value === was) form.controls.plateHoleMm.setValue(is);
  });
}
export type MachineFields = ReturnType<typeof machineFields>;

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

/** A registered machine as form values. */
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

/** A new machine like another one: with its own number, and without the other's measurements. */
export function copyOf(machine: Machine, machines: readonly Machine[]): MachineEntry {
  const { shopNumber } = emptyEntry(machines, []);
  return { ...entryOf(machine), shopNumber, name: '', stitchDial: [], speedInUseSpm: null };
}

/** What is wrong with each field, by path: from the schema first, then from the server. */
export function fieldWords(form: FormGroup, problem: Problem | null): ReadonlyMap<string, string> {
  // A number field shows its own problem.
  const own = schemaIssues(form).filter(([path]) => !form.get(path)?.hasError('number'));
  const served = (problem?.fields ?? []).map(
    ({ path, message }) => [path.replace(/^body\./, ''), message] as const,
  );
  return new Map([...served, ...own]);
}
