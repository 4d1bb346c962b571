import {
  needleFinish,
  pointStyle,
  inTurns,
  turnsText,
  type ChangeoverStep,
  type ChangeoverStepKind,
  type NeedleName,
  type StitchControl,
} from '@gantelet/core';
import { EDGE_WORDS, footSettingText } from './hand-setting-words';
import { counted, shortNumber } from '../locale';
import { lengthText } from './units-text';

/** A changeover step as one short instruction with its amount. */
export function stepText(step: ChangeoverStep): string {
  switch (step.do) {
    case 'wind':
      return `${windText(step.bobbins)} with Tex ${shortNumber(step.tex)}, to just below the rim. On this machine: needle and take-up unthreaded, foot up, bobbin case out.`;
    case 'power-off':
      return 'Power off. Wait until the motor has stopped.';
    case 'clearance':
      return `Hook clearance and needle guard: the needle moves ${stepsOfSize(step.sizes)}. Turn by hand: the hook passes close without touching, the guard just supports the needle.`;
    case 'guards':
      return 'Guards back on, hands clear, then power on.';
    case 'unthread':
      return `Foot up. Remove the Tex ${shortNumber(step.tex)} thread, needle and bobbin.`;
    case 'needle':
      return `Needle: put in ${needleText(step.needle)}. Fully up, long groove to the threading side, scarf to the hook, screw tight.`;
    case 'plate':
      return `Plate and feed dog: change the ${lengthText(step.fromMm)} hole for the ${lengthText(step.toMm)} one${fetchText(step.shared)}.`;
    case 'dial':
      return step.mark === null
        ? `${CONTROL_WORDS[step.control ?? 'dial']}: sew ten stitches and set them to ${lengthText(10 * step.stitchMm)}.`
        : `${CONTROL_WORDS[step.control ?? 'dial']} to ${step.mark}: ${lengthText(step.stitchMm)} stitches.`;
    case 'foot':
      return footText(step);
    case 'edge':
      return `Edge: ${lengthText(step.edgeMm)} from the seam${step.by === null ? '' : `, by ${EDGE_WORDS[step.by]}`}. Measure it from the needle, on the bed.`;
    case 'bobbin':
      return `Bobbin: put in one wound with Tex ${shortNumber(step.tex)}, thread under the case spring.`;
    case 'case':
      return `Bobbin case ${step.mark}: put it in. It is set for Tex ${shortNumber(step.setForTex)} already.`;
    case 'bobbin-screw':
      return `Bobbin screw about ${turnsWords(step.turns)} ${step.tighter ? 'tighter' : 'looser'}: thread size goes ${
        step.steps > 0 ? 'up' : 'down'
      } ${stepsWords(step.steps)}. Lock screw first where the case has one. Drop test.`;
    case 'thread':
      return `Thread up with Tex ${shortNumber(step.tex)}, foot up so that it seats between the discs.`;
    case 'wrap':
      return `Pre-tension: ${step.wraps > 0 ? 'add' : 'remove'} ${
        Math.abs(step.wraps) === 1 ? 'a wrap' : 'two wraps'
      }, the knob is near the end of its travel.`;
    case 'top':
      return topText(step);
    case 'pre-tension':
      return `Pre-tension: ${turnsWords(step.turns)} ${step.tighter ? 'tighter' : 'looser'}, half as much as the top.`;
    case 'test':
      return `Sew ${step.seams === 1 ? 'a test seam' : `about ${shortNumber(step.seams)} test seams`} and look at both sides.`;
  }
}

/** The position of the foot's screw, if it is recorded. */
function footText({ thickerMm, screwMm, turns }: Extract<ChangeoverStep, { do: 'foot' }>): string {
  const logged = footSettingText({ footScrewMm: screwMm, footTurns: turns });
  if (logged !== '')
    return `Foot pressure: ${logged}. The foot must not lift on the rise, nor mark the work.`;
  return thickerMm > 0
    ? `Foot pressure: the stack is ${lengthText(thickerMm)} thicker. Press until the foot does not lift on the rise, and no more: log where it stands.`
    : `Foot pressure: the stack is ${lengthText(-thickerMm)} thinner. Ease off until it does not mark, and log where it stands.`;
}

/** The caution shown with a step where hands go near the needle. */
export function stepCaution(step: ChangeoverStep): string | null {
  if (step.do === 'needle' || step.do === 'plate')
    return 'Power off, motor stopped. No needle left lying about: pocket or sharps box.';
  return step.do === 'test' ? 'Guards back on before power. Eye protection on a thick stack.' : null;
}

/** Which shared plate it is, and where to fetch it; empty for one of the machine's own. */
function fetchText(shared: Extract<ChangeoverStep, { do: 'plate' }>['shared']): string {
  if (!shared) return '';
  const { mark, onMachine, place } = shared;
  const where = onMachine ? `it is on ${onMachine} now` : place;
  return `, ${mark}${where ? ` (${where})` : ''}`;
}

const windText = (bobbins: number | null): string =>
  bobbins === null ? 'Wind bobbins' : bobbins === 1 ? 'Wind one bobbin' : `Wind ${bobbins} bobbins`;

const stepsOfSize = (sizes: number): string =>
  `${counted(Math.abs(sizes), 'size')} ${sizes > 0 ? 'up' : 'down'}`;

/** A step by its name. */
export const STEP_NAMES: Readonly<Record<ChangeoverStepKind, string>> = {
  wind: 'wind bobbins',
  'power-off': 'power off',
  unthread: 'thread out',
  needle: 'needle',
  plate: 'plate and feed dog',
  clearance: 'hook clearance',
  dial: 'stitch dial',
  foot: 'foot pressure',
  edge: 'edge of the work',
  bobbin: 'bobbin',
  case: 'bobbin case',
  'bobbin-screw': 'bobbin screw',
  thread: 'thread up',
  wrap: 'pre-tension wrap',
  'pre-tension': 'pre-tension',
  top: 'top tension',
  guards: 'guards on, power on',
  test: 'test seam',
};

const CONTROL_WORDS: Readonly<Record<StitchControl, string>> = {
  dial: 'Stitch dial',
  'lever-stop': 'Stitch lever, and its stop with it,',
  screw: 'Stitch screw',
};

/** What tradespeople do in a step. Common practice. */
const STEP_TIPS: Readonly<Partial<Record<ChangeoverStepKind, string>>> = {
  wind: 'Evenly, and full to just below the rim: a fuller one drags, an emptier one runs out sooner.',
  unthread:
    'Before you disturb a knob, count how many turns it is in from fully off, and write them down: top and pre-tension.',
  bobbin: 'The bobbin turns the way the thread pulls back under the spring. The case clicks home.',
  case: 'It seats with a click. One that springs open is not used.',
  'bobbin-screw':
    'Where there are two screws, one holds the spring and one sets it: turn the one that sets, in small steps. The leaf is bent by a hair or not at all: it breaks. Out of reach of the screw, a case with a second hole takes the thread through both, crossed; a screw that works loose takes thread lock of the removable kind.',
  thread:
    'Take-up lever at its highest. Seal the cut end of bonded thread by heat, tried on scrap first. Hold both tails for the first stitches.',
  top: 'Come to the setting from the loose side, with the foot down.',
  foot: 'Two ways for thick work: press harder, so that the foot does not lift; or lighter, so that it climbs. Sew both on scrap.',
  dial: 'The reverse lever follows the length that is set: sew a back-tack too, and see that it lands in the same holes. Some machines stop feeding at their longest mark.',
  edge: 'A groove is cut as deep as the thread is thick. Lines go on with a marker that wipes off, in a colour that shows.',
  test: 'Thick leather slowly, one stitch at a time. A bobbin thread of another colour shows where the threads cross.',
};

/** What to mind in a step; null for one that needs no explanation. */
export function stepTip(step: ChangeoverStepKind): string | null {
  return STEP_TIPS[step] ?? null;
}

/** The name of a step as a heading. */
export function stepHeading(step: ChangeoverStepKind): string {
  const name = STEP_NAMES[step];
  return name.charAt(0).toUpperCase() + name.slice(1);
}

/** A needle by its names. @example needleText(...) // 135x16 NM 140, right-twist cutting point */
export function needleText({ systemId, nm, pointId, finishId }: NeedleName): string {
  const finish = finishId === 'chromed' ? '' : `, ${needleFinish(finishId)?.name ?? finishId}`;
  return `${systemId} NM ${nm}, ${pointStyle(pointId)?.name ?? pointId}${finish}`;
}

function topText({ fromTurns, to, startLoose }: Extract<ChangeoverStep, { do: 'top' }>): string {
  if (to === null)
    return 'Top tension: nothing like it is logged on this machine. Use the starting point in Tension.';
  const target = `${to.logged ? '' : 'about '}${inTurns(to.turns)}`;
  const loose = startLoose
    ? ' The thread is two sizes or more away: start a turn looser. Too loose shows, too tight breaks thread.'
    : '';
  return fromTurns === null
    ? `Top tension: fully off, then in to ${target}.${loose}`
    : `Top tension: from ${turnsText(fromTurns)} to ${target}. Always turn to it from loose to tight.${loose}`;
}

const FRACTIONS: Readonly<Record<string, string>> = {
  '0.125': 'an eighth of a turn',
  '0.25': 'a quarter turn',
  '0.375': 'three eighths of a turn',
  '0.5': 'half a turn',
  '0.75': 'three quarters of a turn',
  '1': 'a whole turn',
};

/** Turns as people say them. @example turnsWords(0.25) // a quarter turn */
export function turnsWords(turns: number): string {
  return FRACTIONS[String(turns)] ?? inTurns(turns);
}

function stepsWords(steps: number): string {
  const count = Math.abs(Math.round(steps));
  return count === 1 ? 'one step' : `${count} steps of the size ladder`;
}
