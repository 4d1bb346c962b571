import { randomLcg, randomNormal } from 'd3-random';
import {
  balanceAdvice,
  directionAfter,
  gradeChances,
  observe,
  predictSetting,
  priorBelief,
  roundTurns,
  SEAM_GRADES,
  SHIPPED_VALUES,
  windowGrid,
  withShopValues,
} from '@gantelet/core';

/**
 * The search for the balanced seam, simulated: hidden machines with a balanced setting and a window, a judge who
 * misjudges 12 % of seams, and rules that look for the window. Everything here is simulated; no seam was sewn.
 */

export const MACHINES = 400;
const MOST_SEAMS = 12;
const SEED = 0.4711;

/**
 * How hidden machines are drawn: the setting about where a person would start, the window by the weight of the work.
 */
const WORKS = {
  light: { startTurns: 4, sdTurns: 1.2, travelTurns: 8, windowLow: 0.5, windowHigh: 1.1 },
  heavy: { startTurns: 5, sdTurns: 2.1, travelTurns: 10, windowLow: 1.1, windowHigh: 2.6 },
};

/** Runs every rule on the same machines, light and heavy, with the judges that the baselines are compared by. */
export function benchTension(machines = MACHINES) {
  return Object.entries(WORKS).map(([weight, work]) => ({
    weight,
    rules: RULES.map(({ name, make }) => ({
      name,
      ...Object.fromEntries(
        ['slipping', 'leaning', 'blurred', 'blurredLeaning'].map((judge) => [
          judge,
          simulate({ weight, work, make, judged: JUDGES[judge], machines }),
        ]),
      ),
    })),
  }));
}

/** Runs the rule with every conceivable judge, on plain machines and on awkward ones. */
export function benchJudges(machines = MACHINES, judges = Object.keys(JUDGES)) {
  const asked = Object.entries(JUDGES).filter(([judge]) => judges.includes(judge));
  return Object.entries(WORKS).flatMap(([weight, work]) =>
    asked.map(([judge, judged]) => {
      const run = (awkward) =>
        simulate({ weight, work, make: balance(SHIPPED_VALUES), judged, machines, awkward });
      return { weight, judge, plain: run(false), awkward: run(true) };
    }),
  );
}

function simulate({ weight, work, make, judged, machines, awkward = false }) {
  const source = randomLcg(SEED);
  const normal = randomNormal.source(source)(0, 1);
  const insideAfter = new Array(MOST_SEAMS + 1).fill(0);
  const tally = { seams: 0, inside: 0, claims: 0, claimsInside: 0, keptSeams: 0, keptInside: 0 };
  for (let i = 0; i < machines; i++) {
    const machine = hiddenMachine(work, source, normal, awkward);
    const search = make({ weight, work, machine });
    const seams = [];
    let step = search(seams);
    let kept = null;
    for (let n = 1; n <= MOST_SEAMS; n++) {
      if (step.do === 'sew') {
        seams.push({
          turns: step.turns,
          grade: judged(placeOf(step.turns, machine), source),
          lockDepth: null,
        });
        step = search(seams);
      }
      if (isInside(step.keep, machine)) insideAfter[n]++;
      if (kept === null && (step.mayKeep || step.do === 'stop'))
        kept = { seams: seams.length, at: step.keep };
    }
    const inside = isInside(step.keep, machine);
    tally.keptSeams += kept?.seams ?? seams.length;
    tally.keptInside += isInside(kept?.at ?? step.keep, machine) ? 1 : 0;
    tally.seams += seams.length;
    tally.inside += inside ? 1 : 0;
    if (step.claims) {
      tally.claims++;
      tally.claimsInside += inside ? 1 : 0;
    }
  }
  const until = insideAfter.findIndex((count, n) => n > 0 && count / machines >= 0.95);
  return {
    insideAfterFour: insideAfter[4] / machines,
    seamsUntil95: until < 0 ? null : until,
    meanSeams: tally.seams / machines,
    insideAtStop: tally.inside / machines,
    seamsToKeep: tally.keptSeams / machines,
    insideKept: tally.keptInside / machines,
    claims: tally.claims / machines,
    claimsKept: tally.claims === 0 ? null : tally.claimsInside / tally.claims,
  };
}

/**
 * A machine nobody has seen: where this work balances, how wide its window is, and five works balanced on it before.
 */
function hiddenMachine(work, source, normal, awkward) {
  const windowTurns = work.windowLow * (work.windowHigh / work.windowLow) ** source();
  const base = work.startTurns + work.sdTurns * normal();
  // Slopes of both signs: on one knob a thicker thread is squeezed harder, on another it needs more turns.
  const [perThread, perStack] = [-0.8 + 0.8 * normal(), 0.3 + 0.15 * normal()];
  const settingOf = ({ threadDiameterMm, stackMm }) =>
    base + perThread * ((threadDiameterMm - 0.4) / 0.1) + perStack * ((stackMm - 3) / 2);
  const anyWork = () => ({ threadDiameterMm: 0.25 + 0.4 * source(), stackMm: 1 + 7 * source() });
  const settled = Array.from({ length: 5 }, () => {
    const one = anyWork();
    return { ...one, turns: settingOf(one) + (source() - 0.5) * windowTurns + 0.15 * normal() };
  });
  const own = anyWork();
  // Without its history the machine is like any other; its own work then balances anywhere a machine may.
  const turns = Math.min(work.travelTurns - 0.5, Math.max(0.5, base));
  // An awkward one has a window up to 40 % wider on one side than on the other, and a knob that gains 8 % a turn.
  const skew = awkward ? MOST_SKEW * (2 * source() - 1) : 0;
  const gain = awkward ? GAIN_PER_TURN : 0;
  return { turns, windowTurns, skew, gain, settled, own, shiftTurns: turns - settingOf(own) };
}

const MOST_SKEW = 0.4;
const GAIN_PER_TURN = 0.08;

const isInside = (turns, machine) => Math.abs(placeOf(turns, machine)) <= 1;

/** Half windows from the balanced setting, tight being positive. */
function placeOf(turns, { turns: hidden, windowTurns, skew, gain }) {
  const off = turns - hidden;
  const moved = gain === 0 ? off : ((1 + gain) ** off - 1) / Math.log(1 + gain);
  return moved / ((windowTurns / 2) * (1 + Math.sign(off) * skew));
}

/** Edges between the grades in half windows. */
const EDGES = [-2.3, -1, 1, 2.3];

/** Sees every seam as it is, but gives a neighbouring grade for 12 % of them. */
function slips(z, source) {
  const seen = EDGES.filter((edge) => z > edge).length;
  if (source() >= 0.12) return SEAM_GRADES[seen];
  const last = SEAM_GRADES.length - 1;
  if (seen === 0 || seen === last) return SEAM_GRADES[seen === 0 ? 1 : last - 1];
  return SEAM_GRADES[seen + (source() < 0.5 ? -1 : 1)];
}

/** Is also unsure near the edges, and says anything for 1 %: exactly what the rule believes of a judge. */
function blurs(z, source) {
  const chances = gradeChances(z);
  let left = source();
  return SEAM_GRADES.find((_, i) => (left -= chances[i]) <= 0) ?? 'balanced';
}

/** How far the biased judges read every seam too tight, in half windows. */
const LEANING = 0.4;

/** What a judge who never slips sees. */
const seen = (z, edges = EDGES) => SEAM_GRADES[edges.filter((edge) => z > edge).length];
/** Gives the neighbouring grade, or for somebody without dots the next available one, for a share of seams. */
const slipping = (share) => (z, source) => {
  const last = SEAM_GRADES.length - 1;
  const at = EDGES.filter((edge) => z > edge).length;
  if (source() >= share) return SEAM_GRADES[at];
  if (at === 0 || at === last) return SEAM_GRADES[at === 0 ? 1 : last - 1];
  return SEAM_GRADES[at + (source() < 0.5 ? -1 : 1)];
};

const JUDGES = {
  slipping: slips,
  leaning: (z, source) => slips(z + LEANING, source),
  blurred: blurs,
  blurredLeaning: (z, source) => blurs(z + LEANING, source),
  leaningLoose: (z, source) => slips(z - LEANING, source),
  neverDotsBalanced: (z) => seen(z, [-2.3, -2.3, 2.3, 2.3]),
  neverDotsFault: (z) => seen(z, [-1, -1, 1, 1]),
  lax: (z, source) => slips(Math.sign(z) * Math.max(0, Math.abs(z) - 0.6), source),
  careless: slipping(0.3),
  random: (_, source) => SEAM_GRADES[Math.floor(source() * SEAM_GRADES.length)],
};

const sewAt = (turns) => ({ do: 'sew', turns, keep: turns });
const balancedTwice = (seams) => {
  const [a, b] = seams.slice(-2);
  return b !== undefined && a.grade === 'balanced' && b.grade === 'balanced' && a.turns === b.turns;
};
const withinTravel = (turns, { travelTurns }) => Math.min(travelTurns, Math.max(0, turns));

/** Quarter-turn steps from the start until two consecutive seams are balanced. */
const quarterTurns =
  ({ work }) =>
  (seams) => {
    const last = seams.at(-1);
    if (!last) return sewAt(work.startTurns);
    if (balancedTwice(seams)) return { do: 'stop', keep: last.turns };
    return sewAt(withinTravel(last.turns + 0.25 * directionAfter(last.grade), work));
  };

/** A turn at a time until a fault is seen on each side, then halving, until two consecutive seams are balanced. */
const bisection =
  ({ work }) =>
  (seams) => {
    const last = seams.at(-1);
    if (!last) return sewAt(work.startTurns);
    if (balancedTwice(seams)) return { do: 'stop', keep: last.turns };
    const direction = directionAfter(last.grade);
    if (direction === 0) return sewAt(last.turns);
    const loose = Math.max(...seams.filter((s) => directionAfter(s.grade) > 0).map((s) => s.turns));
    const tight = Math.min(...seams.filter((s) => directionAfter(s.grade) < 0).map((s) => s.turns));
    const both = Number.isFinite(loose) && Number.isFinite(tight) && tight > loose;
    return sewAt(withinTravel(both ? roundTurns((loose + tight) / 2) : last.turns + direction, work));
  };

/** A search by the rule of the core, the belief carried from seam to seam. */
function searchFrom(prior, next = (advice) => advice.surer) {
  let belief = priorBelief(prior);
  let known = 0;
  return (seams) => {
    for (; known < seams.length; known++) belief = observe(belief, seams[known]);
    const fromTurns = seams.at(-1)?.turns ?? null;
    const longestMoveTurns = SHIPPED_VALUES[`tension.longest-move-${prior.grid.weight}`].value;
    const advice = balanceAdvice(belief, seams, { target: 'middle', fromTurns, longestMoveTurns });
    // Somebody who goes on until the claim is made; the room lets people save a setting before.
    return advice.do === 'stop'
      ? { do: 'stop', keep: advice.turns, claims: true }
      : { do: 'sew', turns: next(advice), keep: advice.keep.turns, mayKeep: advice.do === 'keep' };
  };
}

const gridOf = (weight, { travelTurns }, values) =>
  cached(`${weight} ${values === credulous}`, () => windowGrid(weight, travelTurns, values));
const grids = new Map();
function cached(key, make) {
  if (!grids.has(key)) grids.set(key, make());
  return grids.get(key);
}

/** The rule with what is assumed of any machine. */
const balance =
  (values, next) =>
  ({ weight, work }) =>
    searchFrom(
      { grid: gridOf(weight, work, values), meanTurns: work.startTurns, sdTurns: work.sdTurns },
      next,
    );

/** The rule with its prior learned from five earlier set-ups of the machine. */
function balanceWithHistory({ weight, work, machine }) {
  const window = Math.sqrt(work.windowLow * work.windowHigh);
  const { meanTurns, sdTurns } = predictSetting(machine.own, machine.settled, work.startTurns, window);
  const grid = gridOf(weight, work, SHIPPED_VALUES);
  return searchFrom({ grid, meanTurns: meanTurns + machine.shiftTurns, sdTurns });
}

/** For an ablation: believes every grade. */
const credulous = withShopValues([
  { valueId: 'tension.neighbour-slip', value: 0.001, standing: 'chosen', source: 'ablation' },
  { valueId: 'tension.lapse', value: 0.0001, standing: 'chosen', source: 'ablation' },
]);

const RULES = [
  { name: 'quarter turns until two balanced (baseline)', make: quarterTurns },
  { name: 'bisection until two balanced', make: bisection },
  { name: 'the rule', make: balance(SHIPPED_VALUES) },
  { name: 'the rule, five earlier set-ups', make: balanceWithHistory },
  {
    name: 'ablation: only at the likeliest setting',
    make: balance(SHIPPED_VALUES, ({ keep }) => keep.turns),
  },
  { name: 'ablation: believes every grade', make: balance(credulous) },
];
