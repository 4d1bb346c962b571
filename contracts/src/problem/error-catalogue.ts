/**
 * Every error the server returns, with its HTTP status and wording. The wording says what was wrong and what to do;
 * `{name}` marks are filled from the problem's data. A test pins the whole table.
 */
export const ERRORS = {
  'request.malformed': { status: 400, title: 'The request is not readable JSON. Nothing was saved.' },
  'request.invalid': { status: 400, title: 'Some fields need correcting. Nothing was saved.' },
  'request.too-large': { status: 413, title: 'The request is larger than {limit}. Nothing was saved.' },
  'request.too-deep': { status: 400, title: 'The request is nested deeper than {limit}. Nothing was saved.' },
  'request.not-json': { status: 415, title: 'Send JSON. Nothing was saved.' },
  'route.unknown': { status: 404, title: 'There is nothing at this address.' },
  'session.required': { status: 401, title: 'Sign in first.' },
  'session.wrong': { status: 401, title: 'Name and password do not match. Try again.' },
  'session.too-many': { status: 429, title: 'Too many attempts. Wait {seconds} seconds, then try again.' },
  'pin.wrong': { status: 403, title: 'That is not the PIN. Nobody was signed in.' },
  'pin.locked': {
    status: 429,
    title:
      'Too many wrong PINs for this person, on any tablet. Wait {minutes} minutes, sign in by password, or ask a lead to lift it.',
  },
  'badge.wrong': { status: 403, title: 'This badge is no longer valid. Nobody was signed in.' },
  'tablet.unknown': {
    status: 403,
    title: 'This tablet is no longer enrolled. Sign in by password; a lead enrols it under Devices.',
  },
  'password.wrong': { status: 422, title: 'The current password is wrong. Nothing was changed.' },
  'password.common': {
    status: 422,
    title: 'This is one of the most common passwords. Choose another one. Nothing was changed.',
  },
  'code.wrong': {
    status: 401,
    title: 'Name and code do not match, or the code has expired. Ask a lead for a new one.',
  },
  'first-start.code': {
    status: 403,
    title: 'This is not the code the server showed when it started. Look at its console. Nothing was saved.',
  },
  'first-start.done': { status: 409, title: 'This works has been set up already. Sign in.' },
  'person.unknown': { status: 404, title: 'There is no such person.' },
  'person.name-taken': {
    status: 409,
    title: 'Somebody else signs in as {signInName}. Choose another sign-in name. Not saved.',
  },
  'person.last-lead': {
    status: 409,
    title: 'This is the last lead: make somebody else a lead first. Nothing was changed.',
  },
  'person.left': { status: 409, title: '{name} has left. Bring them back first. Nothing was changed.' },
  'session.no-tls': {
    status: 403,
    title:
      'This shop can only be reached over https. Open the address with https, or ask the person who runs the server.',
  },
  'stream.too-many': {
    status: 429,
    title: 'You have more than {most} pages open. Close some of them.',
  },
  'session.forged': {
    status: 403,
    title: 'This page is out of date. Reload it and try again. Nothing was saved.',
  },
  'role.insufficient': { status: 403, title: 'Only a {role} can do this. Nothing was saved.' },
  'key.reused': { status: 409, title: 'This key was already used for another entry. Nothing was saved.' },
  'version.stale': {
    status: 409,
    title: 'Somebody changed this since you opened it. Your change was not saved.',
  },
  'machine.unknown': { status: 404, title: 'There is no such machine.' },
  'machine.number-taken': { status: 409, title: 'Shop number {shopNumber} is taken by {name}. Not saved.' },
  'machine.retired': {
    status: 409,
    title: '{name} was retired. Bring it back first. Nothing was saved.',
  },
  'machine.stopped': {
    status: 409,
    title: '{name} is stopped for a missing piece. Clear it first. Nothing was changed.',
  },
  'zone.unknown': { status: 422, title: 'There is no such zone. Not saved.' },
  'zone.name-taken': { status: 409, title: 'There is already a zone {name}. Not saved.' },
  'value.moved-on': {
    status: 409,
    title: 'Somebody set this value since you opened it. Your value was not saved.',
  },
  'setup.unknown': { status: 404, title: 'There is no such set-up.' },
  'setup.needle-unfit': {
    status: 422,
    title: 'This needle does not go with this machine and thread. Not saved.',
  },
  'setup.other-machine': { status: 422, title: 'This set-up belongs to another machine. Not changed.' },
  'service.unknown': { status: 404, title: 'There is no such service on this machine. Not saved.' },
  'service.name-taken': { status: 409, title: 'There is already a service {name}. Not saved.' },
  'message-target.private': {
    status: 422,
    title:
      '{host} is inside a private network or this computer. Whoever runs the server can allow it with GANTELET_WEBHOOK_NETWORKS. Nothing was added.',
  },
  'message-target.unknown': { status: 404, title: 'There is no such recipient.' },
  'plate.unknown': { status: 404, title: 'There is no such plate.' },
  'plate.mark-taken': {
    status: 409,
    title: 'There is a plate marked {mark} already. Choose another mark. Not saved.',
  },
  'bobbin-case.unknown': { status: 404, title: 'There is no such bobbin case on this machine.' },
  'bobbin-case.mark-taken': {
    status: 409,
    title: 'This machine has a bobbin case marked {mark} already. Choose another mark. Not saved.',
  },
  'bobbin-case.is-in': {
    status: 409,
    title: 'Case {mark} is in the machine. Put another one in first. Nothing was changed.',
  },
  'bobbin-case.springs-open': {
    status: 409,
    title: 'Case {mark} springs open and is not to be used. Put another one in. Not logged.',
  },
  'changeover.under-way': {
    status: 409,
    title: 'This machine is already being changed over by {by}. Finish that first, or set it aside.',
  },
  'changeover.nothing': { status: 409, title: 'The machine is already set up like this.' },
  'changeover.unknown': { status: 404, title: 'There is no such changeover.' },
  'changeover.ended': { status: 409, title: 'This changeover has ended. Nothing was changed.' },
  'changeover.no-step': { status: 422, title: 'This changeover has no such step. Not logged.' },
  'changeover.step-done': { status: 409, title: 'This step is already done: untick it first. Not logged.' },
  'changeover.needle-unlogged': {
    status: 422,
    title: 'Say which needle came out and went in. Not logged.',
  },
  'changeover.open-steps': {
    status: 409,
    title: 'Do or skip the steps that are left, then finish. Not finished.',
  },
  'changeover.has-ticks': {
    status: 409,
    title: 'Something was done already: untick it, or set the changeover aside. Nothing was changed.',
  },
  'seam.past-travel': { status: 422, title: 'The knob ends at {travelTurns} turns. Not logged.' },
  'needle.moved-on': { status: 409, title: 'This needle was already changed. Your change was not logged.' },
  'needle.wrong-clamp': { status: 422, title: 'This machine does not take that needle. Not logged.' },
  'time.outside': {
    status: 422,
    title: 'The time must be between {earliest} and now. Check the clock on this device. Not logged.',
  },
  'pieces.no-speed': {
    status: 422,
    title: 'First enter the speed this machine runs at, on its page. Not logged.',
  },
  'pieces.overlap': { status: 409, title: 'Pieces are already logged for part of this time. Not logged.' },
  'pieces.too-many': {
    status: 422,
    title: 'That many pieces take {hours} running hours, longer than the time entered. Not logged.',
  },
  'pieces.unknown': { status: 404, title: 'There is no such entry of pieces.' },
  'pieces.withdrawn': { status: 409, title: 'These pieces were already removed.' },
  'plan.other-zone': { status: 422, title: 'One of these machines is in another zone. Not saved.' },
  'change.not-last': {
    status: 409,
    title: 'Only the latest needle change on a machine can be undone. Nothing was changed.',
  },
  'change.too-late': {
    status: 409,
    title: 'A needle change can be undone for one minute. Log another change instead.',
  },
  'pocket.taken': { status: 409, title: 'Pocket {pocket} holds another needle. Not logged.' },
  'part-used.gone': { status: 409, title: 'This part-used needle is no longer in its pocket. Not logged.' },
  'part-used.other': { status: 422, title: 'That pocket holds a different kind of needle. Not logged.' },
  'queue.full': {
    status: 409,
    title: '{most} jobs are already waiting. Not added: finish or remove some first.',
  },
  'queue.gone': { status: 409, title: 'This job is no longer waiting: it was sewn or removed. Not saved.' },
  'queue.moved-on': {
    status: 409,
    title: 'Jobs were added or removed since this order was made. Not saved: check the present queue.',
  },
  'lot.unknown': { status: 422, title: 'There is no such lot for this kind of needle. Not logged.' },
  'lot.quarantined': {
    status: 409,
    title: 'Lot {code} is kept out of machines. Not logged: put in a needle of another lot.',
  },
  'lot.in-use': {
    status: 409,
    title: 'Needles from this lot are already in machines, so its kind cannot change. Not saved.',
  },
  'lot.code-taken': {
    status: 409,
    title: 'Lot {code} is already registered for this kind of needle. Not saved.',
  },
  'entry.clash': {
    status: 409,
    title: 'Somebody has just entered the same. Nothing was saved. Check and try again.',
  },
  'entry.dangling': {
    status: 422,
    title: 'Something this entry refers to does not exist. Nothing was saved.',
  },
  'entry.unknown': { status: 404, title: 'There is no such entry.' },
  'entry.withdrawn': { status: 409, title: 'This entry was already removed.' },
  'entry.others': {
    status: 403,
    title: 'Only the person who logged this, or a mechanic, can remove it. Nothing was changed.',
  },
  'report.unknown': { status: 404, title: 'There is no such report.' },
  'report.answered': { status: 409, title: 'Somebody has already answered this report.' },
  'change.cleared': {
    status: 409,
    title: 'A mechanic has since cleared the machine, so this change cannot be undone. Log another change.',
  },
  'clearance.nothing': {
    status: 409,
    title: 'This machine is not stopped for that piece, or somebody has already cleared it.',
  },
  'leap.unknown': { status: 404, title: 'There is no such counter jump.' },
  'leap.decided': { status: 409, title: 'Somebody has already decided this. Nothing was changed.' },
  'leap.too-late': {
    status: 409,
    title: 'The counter readings behind this were cleared away. It stays out of the running hours.',
  },
  'device.unknown': { status: 404, title: 'There is no such device.' },
  'device.token': { status: 401, title: 'Wrong device token, or the device is blocked.' },
  'device.not-counter': { status: 422, title: '{name} is not a counter. Nothing was saved.' },
  'device.no-stand-in': { status: 422, title: '{name} is a real device: use it by hand. Nothing was sent.' },
  'device.line-down': {
    status: 503,
    title: 'The connection to the devices is down. Type the reading, or try again.',
  },
  'group.unknown': { status: 422, title: 'There is no such needle group. Nothing was changed.' },
  'group.merged': {
    status: 422,
    title: 'A merged group cannot have others merged into it. Nothing was changed.',
  },
  'rounds.settings': {
    status: 422,
    title: 'Some of these people, shifts, zones or machines do not exist. Not saved.',
  },
  'calendar.shifts': {
    status: 422,
    title:
      'Shifts can be added and changed but not removed, and a zone can only work shifts of the shop. Not saved.',
  },
  'plan.unknown': { status: 404, title: 'There is no such plan.' },
  'plan.old': { status: 409, title: 'There is a newer plan. Nothing was changed in this one.' },
  'plan.broken': {
    status: 409,
    title: 'This plan breaks limits. Re-plan around the pins before publishing it.',
  },
  'machine.unplanned': { status: 422, title: 'Nothing is planned for this machine.' },
  'shift.outside': { status: 422, title: 'That change or shift is not in this plan. Nothing was changed.' },
  'task.unknown': { status: 422, title: 'No such change was published. Nothing was saved.' },
  'calendar.unknown': { status: 404, title: 'This calendar link is not valid, or has expired.' },
  'store.unknown': { status: 404, title: 'There is no such item in the store.' },
  'store.listed': { status: 409, title: 'This is in the store already. Not saved.' },
  'store.other-thing': {
    status: 422,
    title: 'An item cannot become a different one: add the other one. Not saved.',
  },
  'order.unknown': { status: 404, title: 'There is no such order.' },
  'order.over': { status: 409, title: 'This order has already been delivered. Nothing was changed.' },
  'job.unknown': { status: 404, title: 'There is no such job.' },
  'job.over': { status: 409, title: 'This job has already finished. Nothing was changed.' },
  'server.busy': { status: 503, title: 'The database is busy or starting. Nothing was saved. Try again.' },
  'server.overloaded': {
    status: 503,
    title: 'The server has more to do than it can right now. Nothing was saved. Try again in a moment.',
  },
  'server.full': {
    status: 503,
    title: "The server's disk is full. Nothing was saved. Tell the person who runs the server.",
  },
  'server.fault': { status: 500, title: 'Something went wrong on the server. Nothing was saved. Try again.' },
} as const satisfies Record<string, { status: number; title: string }>;

export type ErrorCode = keyof typeof ERRORS;
export const ERROR_CODES = Object.keys(ERRORS) as [ErrorCode, ...ErrorCode[]];
