/**
 * Every error the server answers, with its HTTP status and wording. Wording says what was wrong and what to do;
 * `{name}` marks are filled from the data of the problem. A test pins the whole table.
 */
export const ERRORS = {
  'request.malformed': { status: 400, title: 'The request is not readable JSON. Nothing was kept.' },
  'request.invalid': { status: 400, title: 'Some fields are not usable. Nothing was kept.' },
  'request.too-large': { status: 413, title: 'The request is larger than {limit}. Nothing was kept.' },
  'request.too-deep': { status: 400, title: 'The request is nested deeper than {limit}. Nothing was kept.' },
  'request.not-json': { status: 415, title: 'Send JSON. Nothing was kept.' },
  'route.unknown': { status: 404, title: 'There is nothing at this address.' },
  'session.required': { status: 401, title: 'Sign in first.' },
  'session.wrong': { status: 401, title: 'Name and password do not match. Try again.' },
  'session.too-many': { status: 429, title: 'Too many tries. Wait {seconds} seconds, then try again.' },
  'session.no-tls': {
    status: 403,
    title:
      'This shop is reached over https only. Open the address with https, or ask whoever runs the server.',
  },
  'stream.too-many': {
    status: 429,
    title: 'More than {most} pages of yours follow what happens. Close some of them.',
  },
  'session.forged': {
    status: 403,
    title: 'This page is out of date. Reload it and try again. Nothing was kept.',
  },
  'role.insufficient': { status: 403, title: 'This needs a {role}. Nothing was kept.' },
  'key.reused': { status: 409, title: 'This key already stands for another write. Nothing was kept.' },
  'version.stale': {
    status: 409,
    title: 'Somebody changed this since you opened it. Your change was not kept.',
  },
  'machine.unknown': { status: 404, title: 'There is no such machine.' },
  'machine.number-taken': { status: 409, title: 'Shop number {shopNumber} is taken by {name}. Not kept.' },
  'zone.unknown': { status: 422, title: 'There is no such zone. Not kept.' },
  'value.moved-on': {
    status: 409,
    title: 'Somebody set this value since you opened it. Your value was not kept.',
  },
  'setup.unknown': { status: 404, title: 'There is no such set-up.' },
  'setup.needle-unfit': {
    status: 422,
    title: 'This needle does not go with this machine and thread. Not saved.',
  },
  'setup.other-machine': { status: 422, title: 'This set-up belongs to another machine. Not changed.' },
  'seam.past-travel': { status: 422, title: 'The knob ends at {travelTurns} turns. Not logged.' },
  'needle.moved-on': { status: 409, title: 'This needle was already changed. Your change was not logged.' },
  'needle.wrong-clamp': { status: 422, title: 'This machine does not take that needle. Not logged.' },
  'time.outside': {
    status: 422,
    title: 'This cannot have been before {earliest} or after now. Set the clock of this device. Not logged.',
  },
  'pieces.no-speed': {
    status: 422,
    title: 'Enter the speed this machine is run at first, on its own page. Not logged.',
  },
  'pieces.overlap': { status: 409, title: 'Pieces are written down for a part of this time. Not logged.' },
  'pieces.too-many': {
    status: 422,
    title: 'So many pieces take {hours} running hours, longer than the time given. Not logged.',
  },
  'pieces.unknown': { status: 404, title: 'These pieces are not written down.' },
  'pieces.withdrawn': { status: 409, title: 'These pieces were taken back already.' },
  'plan.other-zone': { status: 422, title: 'A machine in this plan stands in another zone. Not kept.' },
  'change.not-last': { status: 409, title: 'Only the last change of a machine can be undone. It stands.' },
  'change.too-late': {
    status: 409,
    title: 'A change can be undone for a minute. It stands: log another change.',
  },
  'pocket.taken': { status: 409, title: 'Pocket {pocket} holds another needle. Not logged.' },
  'part-used.gone': { status: 409, title: 'This part-used needle is in its pocket no more. Not logged.' },
  'part-used.other': { status: 422, title: 'The needle in that pocket is of another kind. Not logged.' },
  'lot.unknown': { status: 422, title: 'There is no such lot of this kind of needle. Not logged.' },
  'lot.in-use': {
    status: 409,
    title: 'Needles of this lot went into machines: which kind they are stands. Not kept.',
  },
  'lot.code-taken': { status: 409, title: 'Lot {code} of this kind of needle is there already. Not kept.' },
  'entry.clash': { status: 409, title: 'Somebody entered the same just now. Nothing was kept. Look again.' },
  'entry.dangling': { status: 422, title: 'Something that this points at is not there. Nothing was kept.' },
  'entry.unknown': { status: 404, title: 'There is no such entry.' },
  'entry.withdrawn': { status: 409, title: 'This entry was taken back already.' },
  'entry.others': {
    status: 403,
    title: 'Only whoever logged this, or a mechanic, can take it back. It stands.',
  },
  'report.unknown': { status: 404, title: 'There is no such report.' },
  'report.answered': { status: 409, title: 'Somebody has answered this report already.' },
  'change.cleared': {
    status: 409,
    title: 'A mechanic has cleared the machine since. The change stands: log another change.',
  },
  'clearance.nothing': { status: 409, title: 'This machine is not stopped for that piece, or not any more.' },
  'leap.unknown': { status: 404, title: 'There is no such counter leap.' },
  'leap.decided': { status: 409, title: 'Somebody has decided this already. Nothing was changed.' },
  'leap.too-late': {
    status: 409,
    title: 'The counter readings behind this were cleared away. It stays out of the running hours.',
  },
  'device.unknown': { status: 404, title: 'There is no such device.' },
  'device.token': { status: 401, title: 'This is not the token of this device, or it is let in no more.' },
  'device.not-counter': { status: 422, title: '{name} is no counter. Nothing was kept.' },
  'device.no-stand-in': { status: 422, title: '{name} is a real device: use it by hand. Nothing was asked.' },
  'device.line-down': {
    status: 503,
    title: 'The line to the devices is down. Nothing was asked. Type the reading, or try again.',
  },
  'group.unknown': { status: 422, title: 'There are no needles of such a group. Nothing was changed.' },
  'group.merged': {
    status: 422,
    title: 'A group that is merged cannot take others in. Nothing was changed.',
  },
  'rounds.settings': { status: 422, title: 'Some people, shifts, zones or machines are not here. Not kept.' },
  'calendar.shifts': {
    status: 422,
    title: 'Shifts can be added and changed, not taken away; zones work shifts of the shop. Not kept.',
  },
  'plan.unknown': { status: 404, title: 'There is no such plan.' },
  'plan.old': { status: 409, title: 'There is a newer plan. Nothing was changed in this one.' },
  'plan.broken': {
    status: 409,
    title: 'This plan breaks limits. Plan again around the pins before telling it.',
  },
  'machine.unplanned': { status: 422, title: 'Nothing is planned for this machine.' },
  'shift.outside': { status: 422, title: 'This change or shift is not in the plan. Nothing was changed.' },
  'task.unknown': { status: 422, title: 'No such change was told to anybody. Nothing was kept.' },
  'calendar.unknown': { status: 404, title: 'This calendar address is not valid, or not any more.' },
  'order.unknown': { status: 404, title: 'There is no such order.' },
  'order.over': { status: 409, title: 'This order came already. Nothing was changed.' },
  'job.unknown': { status: 404, title: 'There is no such job.' },
  'job.over': { status: 409, title: 'This job is over already. Nothing was changed.' },
  'server.busy': { status: 503, title: 'The database is busy or starting. Nothing was kept. Try again.' },
  'server.fault': { status: 500, title: 'Something failed on our side. Nothing was kept. Try again.' },
} as const satisfies Record<string, { status: number; title: string }>;

export type ErrorCode = keyof typeof ERRORS;
export const ERROR_CODES = Object.keys(ERRORS) as [ErrorCode, ...ErrorCode[]];
