import {
  needleSystem,
  refuseOnMachine,
  readLabel,
  threadsForNeedle,
  USUAL_FINISH,
  whyNot,
  type LabelAnswer,
  type MachineOnBench,
  type NeedleName,
  type NeedleQuestion,
  type Refusal,
  type NeedleReading,
  type NeedleSystem,
  type ThreadsOfKind,
  type Values,
  type WhyNot,
} from '@gantelet/core';

/** The needle somebody holds, as read from its label or shank. */
export interface NeedleInHand {
  readonly label: LabelAnswer;
  /** Null when the text is not a needle. */
  readonly reading: NeedleReading | null;
  /**
   * The full designation, with what the label leaves out filled in; null until there is a size and a known system.
   */
  readonly name: NeedleName | null;
  /** Threads it takes, by kind. */
  readonly takes: readonly ThreadsOfKind[];
  /** Why it does not fit the machine on the bench, whatever the work: empty when it fits, null when unknown. */
  readonly onMachine: readonly Refusal[] | null;
  /** How it suits the work on the bench; null while that is open. */
  readonly verdict: WhyNot | null;
}

/** Reads the needle in hand and assesses it for the work on the bench. */
export function needleInHand(
  text: string,
  machine: MachineOnBench | null,
  question: NeedleQuestion | null,
  values: Values,
): NeedleInHand | null {
  if (text.trim() === '') return null;
  const label = readLabel(text);
  const found = label.outcome === 'read' ? label.readings.find(({ kind }) => kind === 'needle') : undefined;
  const reading = found?.kind === 'needle' ? found.needle : null;
  const name = reading && nameOf(reading, machine?.systemIds ?? []);
  const system = reading?.system ?? (name ? needleSystem(name.systemId) : undefined);
  const size = reading?.size ?? null;
  return {
    label,
    reading,
    name,
    takes: size ? threadsForNeedle(size.nm, values, (system?.longEyeOf ?? null) !== null) : [],
    onMachine:
      machine && system && reading?.system
        ? refuseOnMachine(system, size?.nm ?? null, machine, values)
        : null,
    verdict: name && question ? whyNot(question, name) : null,
  };
}

/**
 * What a label leaves out is taken from the machine: its first system that is made with the point, the usual point.
 */
function nameOf({ system, size, point }: NeedleReading, systemIds: readonly string[]): NeedleName | null {
  const taken =
    system ?? systemIds.map(needleSystem).find((one) => !point || one?.pointFamilies.includes(point.family));
  if (!size || !taken) return null;
  return {
    systemId: taken.id,
    nm: size.nm,
    pointId: point?.id ?? usualPointId(taken),
    finishId: USUAL_FINISH.id,
  };
}

const usualPointId = ({ pointFamilies }: NeedleSystem): string =>
  pointFamilies.includes('cloth') ? 'round' : 'right-twist';
