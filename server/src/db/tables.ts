import { DataTypes, type Model, type ModelAttributes, type ModelStatic, type Sequelize } from 'sequelize';
import type { FragmentCount, RemovalCause, DropTest, SeamGrade } from '@gantelet/core';
import type { Machine, Role, SchoolChoice } from '@gantelet/contracts';

/** Rows as they stand in the database; one interface per table, columns in snake case. */
export interface PersonRow {
  id: string;
  name: string;
  role: Role;
  signInName: string;
  passwordHash: string;
}
export interface ShopRow {
  id: number;
  name: string;
  timeZone: string;
  sizeSchool: SchoolChoice['size'];
  leatherPointSchool: SchoolChoice['leatherPoint'];
  lifeHours: number;
}
export interface ShiftRow {
  id: string;
  name: string;
  startMinute: number;
  lengthMinutes: number;
  /** Days as digits, 0 Sunday to 6 Saturday. */
  weekdays: string;
}
export interface ZoneRow {
  id: string;
  name: string;
  position: number;
  sampleSewing: number | null;
  sampleLooks: number | null;
}
export interface ZoneShiftRow {
  zoneId: string;
  shiftId: string;
}
export interface MachineRow {
  id: string;
  shopNumber: number;
  name: string;
  machineClass: Machine['machineClass'];
  feed: Machine['feed'];
  duty: Machine['duty'];
  zoneId: string;
  shank: Machine['shank'];
  plateHoleMm: number;
  knobMark: string | null;
  knobTravelTurns: number | null;
  presentSetupId: string | null;
  presentInstallId: string | null;
  stoppingRemovalId: string | null;
  version: number;
}
export interface MachineSystemRow {
  machineId: string;
  systemId: string;
  position: number;
}
export interface SetupRow {
  id: string;
  name: string;
  machineId: string;
  threadLabel: string;
  threadTex: number;
  threadConstruction: string;
  needleSystem: string;
  bladeNm: number;
  pointStyle: string;
  stitchLengthMm: number;
  sizeSchool: SchoolChoice['size'];
  leatherPointSchool: SchoolChoice['leatherPoint'];
  savedAt: Date;
  savedById: string;
  version: number;
}
export interface SetupLayerRow {
  setupId: string;
  position: number;
  materialId: string;
  thicknessMm: number;
  plies: number;
}
export interface TestSeamRow {
  id: string;
  setupId: string;
  turns: number;
  grade: SeamGrade;
  bothTight: boolean;
  bobbinDrop: DropTest | null;
  sewnAt: Date;
  sewnById: string;
}
export interface NeedleInstallRow {
  id: string;
  machineId: string;
  needleSystem: string;
  bladeNm: number;
  pointStyle: string;
  installedAt: Date;
  installedById: string;
  entryHours: number;
}
export interface NeedleRemovalRow {
  id: string;
  installId: string;
  machineId: string;
  removedAt: Date;
  removedById: string;
  cause: RemovalCause;
  fragments: FragmentCount;
  runningHours: number;
}
export interface ClearanceRow {
  id: string;
  removalId: string;
  clearedAt: Date;
  clearedById: string;
  finding: 'piece-found' | 'work-quarantined';
}
export interface WriteRow {
  writeKey: string;
  routeId: string;
  personId: string;
  requestHash: string;
  reply: string | null;
  writtenAt: Date;
}
export interface SignInTryRow {
  who: string;
  tries: number;
  resetsAt: Date;
}

const id = { type: DataTypes.CHAR(36), primaryKey: true };
const ref = { type: DataTypes.CHAR(36), allowNull: false };
const refOrNone = { type: DataTypes.CHAR(36), allowNull: true };
const text = { type: DataTypes.STRING, allowNull: false };
const whole = { type: DataTypes.INTEGER, allowNull: false };
const measure = { type: DataTypes.DOUBLE, allowNull: false };
const instant = { type: DataTypes.DATE(6), allowNull: false };

const version = { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 };

type Columns<Row extends object> = ModelAttributes<Model<Row, Row>, Row>;

/** Binds every table to a connection. The shape in the database itself is made by the migrations. */
export function defineTables(sequelize: Sequelize) {
  function table<Row extends object>(name: string, columns: Columns<Row>): ModelStatic<Model<Row, Row>> {
    // Sequelize writes each column's own name into its definition, so every column gets a copy.
    const own = Object.entries(columns).map(([column, definition]) => [
      column,
      { ...(definition as object) },
    ]);
    return sequelize.define<Model<Row, Row>>(name, Object.fromEntries(own) as Columns<Row>, {
      tableName: name,
      timestamps: false,
      underscored: true,
    });
  }
  return {
    people: table<PersonRow>('people', { id, name: text, role: text, signInName: text, passwordHash: text }),
    shop: table<ShopRow>('shop', {
      id: { type: DataTypes.INTEGER, primaryKey: true },
      name: text,
      timeZone: text,
      sizeSchool: text,
      leatherPointSchool: text,
      lifeHours: measure,
    }),
    shifts: table<ShiftRow>('shifts', {
      id,
      name: text,
      startMinute: whole,
      lengthMinutes: whole,
      weekdays: text,
    }),
    zones: table<ZoneRow>('zones', {
      id,
      name: text,
      position: whole,
      sampleSewing: { type: DataTypes.INTEGER },
      sampleLooks: { type: DataTypes.INTEGER },
    }),
    zoneShifts: table<ZoneShiftRow>('zone_shifts', {
      zoneId: { ...ref, primaryKey: true },
      shiftId: { ...ref, primaryKey: true },
    }),
    machines: table<MachineRow>('machines', {
      id,
      shopNumber: whole,
      name: text,
      machineClass: text,
      feed: text,
      duty: text,
      zoneId: ref,
      shank: text,
      plateHoleMm: measure,
      knobMark: { type: DataTypes.STRING },
      knobTravelTurns: { type: DataTypes.DOUBLE },
      presentSetupId: refOrNone,
      presentInstallId: refOrNone,
      stoppingRemovalId: refOrNone,
      version,
    }),
    machineSystems: table<MachineSystemRow>('machine_systems', {
      machineId: { ...ref, primaryKey: true },
      systemId: { ...text, primaryKey: true },
      position: whole,
    }),
    setups: table<SetupRow>('setups', {
      id,
      name: text,
      machineId: ref,
      threadLabel: text,
      threadTex: measure,
      threadConstruction: text,
      needleSystem: text,
      bladeNm: whole,
      pointStyle: text,
      stitchLengthMm: measure,
      sizeSchool: text,
      leatherPointSchool: text,
      savedAt: instant,
      savedById: ref,
      version,
    }),
    setupLayers: table<SetupLayerRow>('setup_layers', {
      setupId: { ...ref, primaryKey: true },
      position: { ...whole, primaryKey: true },
      materialId: text,
      thicknessMm: measure,
      plies: whole,
    }),
    testSeams: table<TestSeamRow>('test_seams', {
      id,
      setupId: ref,
      turns: measure,
      grade: text,
      bothTight: { type: DataTypes.BOOLEAN, allowNull: false },
      bobbinDrop: { type: DataTypes.STRING },
      sewnAt: instant,
      sewnById: ref,
    }),
    needleInstalls: table<NeedleInstallRow>('needle_installs', {
      id,
      machineId: ref,
      needleSystem: text,
      bladeNm: whole,
      pointStyle: text,
      installedAt: instant,
      installedById: ref,
      entryHours: measure,
    }),
    needleRemovals: table<NeedleRemovalRow>('needle_removals', {
      id,
      installId: ref,
      machineId: ref,
      removedAt: instant,
      removedById: ref,
      cause: text,
      fragments: text,
      runningHours: measure,
    }),
    clearances: table<ClearanceRow>('clearances', {
      id,
      removalId: ref,
      clearedAt: instant,
      clearedById: ref,
      finding: text,
    }),
    writes: table<WriteRow>('writes', {
      writeKey: id,
      routeId: text,
      personId: ref,
      requestHash: text,
      reply: { type: DataTypes.TEXT('medium') },
      writtenAt: instant,
    }),
    signInTries: table<SignInTryRow>('sign_in_tries', {
      who: { type: DataTypes.STRING, primaryKey: true },
      tries: whole,
      resetsAt: instant,
    }),
  };
}

export type Tables = ReturnType<typeof defineTables>;
