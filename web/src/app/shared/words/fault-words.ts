import { causeById, faultCheck, type CauseGroup, type FaultFinding } from '@gantelet/core';

/** How a check is made by hand, and what its result looks like. */
export interface CheckGuide {
  readonly steps: readonly string[];
  /** What counts as a finding, or as the fault being gone. */
  readonly yes: string;
  /** What counts as nothing found. */
  readonly no: string;
}

/** The fault finder's checks by id: common practice, in working order. */
export const CHECK_GUIDES: Readonly<Record<string, CheckGuide>> = {
  seatLook: {
    steps: [
      'Push the needle up against the stop, then try to push it further.',
      'Look along it: the long groove faces the side the thread comes from, the scarf faces the hook.',
      'Try the clamp screw with the driver.',
    ],
    yes: 'It moves up, sits turned, or the screw gives.',
    no: 'It stands at the stop, faces right and the screw is tight.',
  },
  needleRead: {
    steps: [
      'Take the needle out and hold its shank to the light.',
      'Read system, size and point mark; a worn mark is measured instead.',
      'Compare them with the set-up and with what the machine takes.',
    ],
    yes: 'One of them is not what the set-up asks for.',
    no: 'All three are as the set-up says.',
  },
  needleFeel: {
    steps: [
      'Roll the needle on flat glass and watch the point: it must not wander.',
      'Draw the point over fine knit, all round.',
    ],
    yes: 'The point wanders, or catches a loop of the knit.',
    no: 'It rolls true and catches nothing.',
  },
  slide: {
    steps: [
      'Thread the needle off the machine with this thread.',
      'Hold the thread at the shop’s angle and let the needle slide down, then turn it round and do it again.',
    ],
    yes: 'It sticks, or needs a push, one way or both.',
    no: 'It slides down by itself both ways.',
  },
  snap: {
    steps: [
      'Wrap a length of the needle thread round both hands and snap it; do the same with the bobbin thread.',
      'Compare with a spool you trust.',
    ],
    yes: 'It breaks at a light pull, or frays as it is pulled.',
    no: 'It cuts into the hand before it breaks.',
  },
  threadRead: {
    steps: [
      'Read kind and size off the spool and compare with the set-up.',
      'Draw a length through the fingers: wax that flakes, fuzz, knots.',
    ],
    yes: 'Another kind or size, or wax, fuzz or knots.',
    no: 'The right thread, smooth and even.',
  },
  spool: {
    steps: [
      'Sew slowly and watch the spool, not the needle.',
      'The stand is upright, its guide right above the spool; a cone unwinds over its top.',
    ],
    yes: 'It jerks, snags on its foot or flange, or unwinds the wrong way.',
    no: 'The thread comes off evenly.',
  },
  springLook: {
    steps: [
      'Foot up. Pull the thread at the needle a little and let go.',
      'Watch the check spring through one turn by hand.',
    ],
    yes: 'It does not move, or the thread runs past it.',
    no: 'It gives and comes back every time.',
  },
  drop: {
    steps: ['Take the case out with its bobbin and hang it by the thread.', 'Give the thread a short flick.'],
    yes: 'It falls freely (too loose), or does not move at all (too tight).',
    no: 'It drops a little and holds, as logged for this thread.',
  },
  caseLook: {
    steps: [
      'Open and shut the latch; press the leaf; try both screws.',
      'Draw thread along every edge and feel with a nail inside and out.',
    ],
    yes: 'The latch springs open, the leaf is bent or a screw loose, or something catches.',
    no: 'It latches, the leaf lies flat and nothing catches.',
  },
  guides: {
    steps: [
      'Draw a length of thread to and fro in each guide and in the take-up eye.',
      'Feel for a groove with a nail.',
    ],
    yes: 'A groove that a nail drops into, or that catches the thread.',
    no: 'Smooth all round.',
  },
  hookFeel: {
    steps: [
      'Turn the hook by hand so that its point is free.',
      'Draw a nail over point and body, both ways; then look with a lamp and a magnifier.',
      'Polish only with fine abrasive cord, wipe off all dust, and sew again.',
    ],
    yes: 'A nail catches. A mark that does not catch may be harmless: only the seam says.',
    no: 'The nail slides over all of it.',
  },
  holeFeel: {
    steps: [
      'Compound and needle feed: the hole that wears is in the feed dog. Drop feed: it is in the plate.',
      'Draw cord of about the size of the needle through the hole, round its whole edge.',
      'Polish only with fine abrasive cord, wipe off all dust, and sew again.',
    ],
    yes: 'The cord catches or frays at one place.',
    no: 'It runs smoothly all round.',
  },
  gap: {
    steps: [
      'Turn by hand until the hook’s point stands behind the needle.',
      'Push the needle lightly toward the hook with a fingertip.',
    ],
    yes: 'It does not move at all (hook touches it), or moves far before it meets the hook.',
    no: 'It gives a little and meets the hook.',
  },
  timing: {
    steps: [
      'Turn by hand to the needle’s lowest point, then on as it rises.',
      'Stop when the hook’s point reaches the middle of the needle.',
      'Read rise and height above the eye; the machine’s manual comes before the figures drawn here.',
    ],
    yes: 'The point passes below the eye, far above it, or beside the scarf.',
    no: 'It passes the scarf just above the eye.',
  },
  dogLook: {
    steps: [
      'Turn by hand until the feed dog is at its highest: full teeth stand above the plate.',
      'See that the drop lever is off; pick packed lint out from between the rows.',
    ],
    yes: 'Too low, dropped, packed with lint, or the teeth are worn smooth.',
    no: 'Full teeth above the plate, clean and sharp.',
  },
  backing: {
    steps: ['Lay thin scrap or paper under the work.', 'Sew the same seam on it.'],
    yes: 'The fault is gone with the backing: the hole is too large for this work.',
    no: 'It is the same with the backing.',
  },
  belt: {
    steps: [
      'With the power off, turn the wheel and look at the belt: cracks, oil, slack.',
      'What runs, smells or gets hot is for a qualified person.',
    ],
    yes: 'The belt slips or is worn, the wheel clutch is loose, or the motor is hot.',
    no: 'It grips and runs free.',
  },
  play: {
    steps: [
      'Rock the needle bar sideways and up and down by hand.',
      'Rock the presser bar and the feed the same way.',
    ],
    yes: 'It moves more than a hair.',
    no: 'No play to feel.',
  },
  newNeedle: {
    steps: [
      'Old needle into the sharps box, not onto the table.',
      'New one of the same system, size and point: fully up, long groove to the threading side, screw tight.',
      'Turn the wheel once by hand before the power goes on.',
    ],
    yes: 'The seam is good.',
    no: 'It is still there: the needle was not it.',
  },
  otherLot: {
    steps: [
      'Take a needle of the same kind from another pack, with another lot code.',
      'Fit it as any new needle.',
    ],
    yes: 'Good with the other lot: keep the first lot out.',
    no: 'The same with both lots.',
  },
  newThread: {
    steps: ['Mount a spool that sewed well on another machine.', 'Re-thread with the foot up.'],
    yes: 'The seam is good with it.',
    no: 'The same with it.',
  },
  rethread: {
    steps: [
      'Take the thread out as far as the spool. Foot up: the discs are open.',
      'Thread every guide in order, discs, check spring, take-up at its highest, then the needle from its groove side.',
      'Foot down: the thread now drags when it is pulled.',
    ],
    yes: 'The seam is good.',
    no: 'It is still there.',
  },
  tails: {
    steps: [
      'Draw out a hand’s length of both threads.',
      'Hold both to the back for the first three stitches.',
    ],
    yes: 'The start is clean.',
    no: 'It nests all the same.',
  },
  reseat: {
    steps: [
      'Case out, lint from under the leaf with thread or paper, never with a blade.',
      'Bobbin in so that it turns the way that is drawn for this machine; thread under the leaf.',
      'Push the case home until it clicks, then pull on it.',
    ],
    yes: 'The seam is good.',
    no: 'It is still there.',
  },
  newBobbin: {
    steps: ['Wind one slowly, evenly, and not over the rim.', 'Fit it the same way round.'],
    yes: 'The seam is good.',
    no: 'It is still there.',
  },
  otherCase: {
    steps: [
      'Take a case that is known to sew well.',
      'Set it by drop test to what is logged, with this thread.',
    ],
    yes: 'The seam is good: look the first case over.',
    no: 'It is still there.',
  },
  topKnob: {
    steps: [
      'Mark where the knob stands and count every turn.',
      'Search as Tension shows; if nothing mends it, put it back by the count.',
    ],
    yes: 'The knot comes to the middle.',
    no: 'It does not: put the knob back.',
  },
  bobScrew: {
    steps: [
      'Note where the screw stands.',
      'Turn the small screw by an eighth at most and drop the case again.',
    ],
    yes: 'The drop is as logged, and the seam is good.',
    no: 'It is still there: put the screw back.',
  },
  easeBoth: {
    steps: [
      'Ease the bobbin first by a drop test.',
      'Then bring the top up until the knot is in the middle.',
    ],
    yes: 'It lies flat.',
    no: 'It is still there: put both back.',
  },
  discs: {
    steps: [
      'Foot up, so that the discs are open.',
      'Draw a lint-free cloth between them until it stays clean.',
    ],
    yes: 'The seam is good.',
    no: 'It is still there.',
  },
  clearHook: {
    steps: [
      'Power off, plate open. Turn the wheel backward a little to free what is jammed.',
      'Pull out thread and lint with tweezers; never force the wheel.',
    ],
    yes: 'It turns freely, and the seam is good.',
    no: 'It is still there.',
  },
  footSet: {
    steps: ['Set the screw to what is logged for this work, or one turn toward it.', 'Note the turns.'],
    yes: 'It feeds evenly.',
    no: 'It is still there: put it back.',
  },
  stitchSet: {
    steps: ['Sew ten stitches at the longest and at the shortest setting.', 'Measure both.'],
    yes: 'It feeds once the length is set.',
    no: 'The length hardly changes.',
  },
  handsOff: {
    steps: ['Only guide the work, in front and beside the foot.', 'Do not pull from behind.'],
    yes: 'It is gone: the work was pulled.',
    no: 'It is still there.',
  },
  oil: {
    steps: [
      'Sewing-machine oil only, at every mark, and one drop on the hook race.',
      'Run slowly on scrap until no oil shows.',
    ],
    yes: 'It runs quietly, and the seam is good.',
    no: 'It is still there.',
  },
  pull: {
    steps: [
      'Foot up: pull the needle thread; it must run freely.',
      'Foot down: pull again, it must drag evenly. Then pull the bobbin thread.',
    ],
    yes: 'Slack or jerky: say which.',
    no: 'Both are even: it is not the tension.',
  },
  whereFrays: {
    steps: ['Stop as soon as it frays and do not pull the thread out.', 'Follow it from spool to needle.'],
    yes: 'It frays before the take-up: a guide, the discs or the spool.',
    no: 'It is piled up above the eye: needle, hole or hook.',
  },
  handTurn: {
    steps: ['Power off. Turn the wheel the way it runs, one whole stitch, in the work.'],
    yes: 'It catches, knocks or is hard at one place.',
    no: 'It turns freely all round.',
  },
  pickUp: {
    steps: ['Power off, plate open. Turn by hand through ten stitches and watch the hook take the loop.'],
    yes: 'It misses some.',
    no: 'It takes the loop at every stitch.',
  },
  scrap: {
    steps: [
      'Take scrap and thread that sewed well on this machine.',
      'Sew the same length with the same needle.',
    ],
    yes: 'It is gone: work or thread is at fault, not the machine.',
    no: 'It stays.',
  },
};

/** How to end a recurring cause that another repair would not: common practice. */
export const ENDS_OF_CAUSE: Readonly<
  Record<CauseGroup, { readonly words: string; readonly link?: string; readonly linkWords?: string }>
> = {
  needle: {
    words: 'Change needles sooner, or keep a bad lot out.',
    link: '/life',
    linkWords: 'How long needles last here',
  },
  thread: { words: 'Buy another thread, or store it dry and dark.', link: '/store', linkWords: 'The store' },
  threading: { words: 'Hang a threading card on the machine, and show it once.' },
  bobbin: { words: 'Replace the case or its leaf; keep one case for each thread.' },
  tension: {
    words: 'Keep the setting of each job, and bring it back by the count.',
    link: '/tension',
    linkWords: 'Tension',
  },
  burr: { words: 'Replace the part: polished again and again it loses its shape.' },
  hook: { words: 'Ask a specialist why it does not hold: play, a loose screw or a worn gear.' },
  feed: { words: 'Write the setting of each job on its card, and look at wear.' },
  machine: { words: 'Plan an overhaul with a qualified person.' },
  other: { words: 'Note what it was: it may be a cause of its own here.' },
};

/** A finding in a line. */
export function findingText(finding: FaultFinding): string {
  if (finding.did === 'repair')
    return `Repaired: ${causeById(finding.causeId)?.name ?? ''}; ${seamsText(finding.seams)}`;
  const check = faultCheck(finding.checkId);
  const name = check?.name ?? finding.checkId;
  if (finding.did === 'look')
    return `${name}: ${finding.found === null ? 'nothing found' : (causeById(finding.found)?.name ?? '')}`;
  if (finding.did === 'probe')
    return `${name}: ${check?.kind === 'probe' ? check.outcomes[finding.outcome] : finding.outcome}`;
  return `${name}; ${seamsText(finding.seams)}`;
}

function seamsText(seams: readonly boolean[]): string {
  return seams.length === 0 ? 'no seam yet' : seams.at(-1) ? 'seam good' : 'still there';
}
