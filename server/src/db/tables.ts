import { DataTypes, type Model, type ModelAttributes, type ModelStatic, type Sequelize } from 'sequelize';
import type {
  BobbinReadingRow,
  GaugeReadingRow,
  ClearanceRow,
  DeviceRow,
  MachinePlateRow,
  MachineRow,
  MachineSystemRow,
  NeedleInstallRow,
  NeedleRemovalRow,
  PersonRow,
  PracticeRunRow,
  SetupLayerRow,
  SetupRow,
  ShiftRow,
  ShopRow,
  ShopValueRow,
  SignInTryRow,
  StitchDialReadingRow,
  TestSeamRow,
  WriteRow,
  ZoneRow,
  ZoneShiftRow,
} from './rows.js';

const id = { type: DataTypes.CHAR(36), primaryKey: true };
const ref = { type: DataTypes.CHAR(36), allowNull: false };
const refOrNone = { type: DataTypes.CHAR(36), allowNull: true };
const text = { type: DataTypes.STRING, allowNull: false };
const whole = { type: DataTypes.INTEGER, allowNull: false };
const measure = { type: DataTypes.DOUBLE, allowNull: false };
const measureOrNone = { type: DataTypes.DOUBLE };
const wholeOrNone = { type: DataTypes.INTEGER };
const textOrNone = { type: DataTypes.STRING };
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
      bobbinSchool: text,
      tensionTarget: text,
      version,
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
      sampleSewing: wholeOrNone,
      sampleLooks: wholeOrNone,
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
      hookSide: textOrNone,
      takeUpStrokeMm: measureOrNone,
      preTensionWraps: whole,
      bobbinSize: textOrNone,
      speedInUseSpm: wholeOrNone,
      speedMostSpm: wholeOrNone,
      threadLeastTex: measureOrNone,
      threadMostTex: measureOrNone,
      needleLeastNm: measureOrNone,
      needleMostNm: measureOrNone,
      oilNotes: text,
      serviceNotes: text,
      knobMark: textOrNone,
      knobTravelTurns: measureOrNone,
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
    machinePlates: table<MachinePlateRow>('machine_plates', {
      machineId: { ...ref, primaryKey: true },
      position: { ...whole, primaryKey: true },
      holeMm: measure,
      feedDogHoleMm: measureOrNone,
    }),
    stitchDialReadings: table<StitchDialReadingRow>('stitch_dial_readings', {
      machineId: { ...ref, primaryKey: true },
      position: { ...whole, primaryKey: true },
      dialMark: measure,
      tenStitchesMm: measure,
    }),
    shopValues: table<ShopValueRow>('shop_values', {
      id,
      valueId: text,
      value: measureOrNone,
      standing: text,
      note: text,
      setAt: instant,
      setById: ref,
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
      needleFinish: text,
      plateHoleMm: measure,
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
      bobbinDrop: textOrNone,
      lockDepth: measureOrNone,
      preTensionTurns: measureOrNone,
      stripId: refOrNone,
      sewnAt: instant,
      sewnById: ref,
    }),
    bobbinReadings: table<BobbinReadingRow>('bobbin_readings', {
      id,
      machineId: ref,
      setupId: ref,
      method: text,
      outcome: textOrNone,
      grams: measureOrNone,
      tensionCn: measureOrNone,
      screwTurns: measure,
      readAt: instant,
      readById: ref,
    }),
    gaugeReadings: table<GaugeReadingRow>('gauge_readings', {
      id,
      machineId: ref,
      setupId: ref,
      turns: measure,
      tensionCn: measure,
      pulls: whole,
      readAt: instant,
      readById: ref,
    }),
    practiceRuns: table<PracticeRunRow>('practice_runs', {
      id,
      personId: ref,
      scenarioId: text,
      seams: whole,
      finishedAt: instant,
    }),
    needleInstalls: table<NeedleInstallRow>('needle_installs', {
      id,
      machineId: ref,
      needleSystem: text,
      bladeNm: whole,
      pointStyle: text,
      needleFinish: text,
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
    devices: table<DeviceRow>('devices', {
      id,
      kind: text,
      name: text,
      standIn: { type: DataTypes.BOOLEAN, allowNull: false },
      tokenHash: text,
      registeredAt: instant,
      registeredById: ref,
      revokedAt: { type: DataTypes.DATE(6) },
    }),
    signInTries: table<SignInTryRow>('sign_in_tries', {
      who: { type: DataTypes.STRING, primaryKey: true },
      tries: whole,
      resetsAt: instant,
    }),
  };
}

export type Tables = ReturnType<typeof defineTables>;
