import * as z from 'zod';
import { ERRORS, fieldProblems, ProblemError, problemOf } from './index.js';

describe('the error catalogue', () => {
  // Pinned: clients act on codes and statuses, people on the words. Change it here when it is meant.
  it('keeps code, status and wording', () => {
    const table = Object.entries(ERRORS).map(([code, { status, title }]) => `${status} ${code}: ${title}`);
    expect(table).toEqual([
      '400 request.malformed: The request is not readable JSON. Nothing was kept.',
      '400 request.invalid: Some fields are not usable. Nothing was kept.',
      '413 request.too-large: The request is larger than {limit}. Nothing was kept.',
      '400 request.too-deep: The request is nested deeper than {limit}. Nothing was kept.',
      '415 request.not-json: Send JSON. Nothing was kept.',
      '404 route.unknown: There is nothing at this address.',
      '401 session.required: Sign in first.',
      '401 session.wrong: Name and password do not match. Try again.',
      '429 session.too-many: Too many tries. Wait {seconds} seconds, then try again.',
      '403 session.no-tls: This shop is reached over https only. Open the address with https, or ask whoever runs the server.',
      '429 stream.too-many: More than {most} pages of yours follow what happens. Close some of them.',
      '403 session.forged: This page is out of date. Reload it and try again. Nothing was kept.',
      '403 role.insufficient: This needs a {role}. Nothing was kept.',
      '409 key.reused: This key already stands for another write. Nothing was kept.',
      '409 version.stale: Somebody changed this since you opened it. Your change was not kept.',
      '404 machine.unknown: There is no such machine.',
      '409 machine.number-taken: Shop number {shopNumber} is taken by {name}. Not kept.',
      '422 zone.unknown: There is no such zone. Not kept.',
      '409 value.moved-on: Somebody set this value since you opened it. Your value was not kept.',
      '404 setup.unknown: There is no such set-up.',
      '422 setup.needle-unfit: This needle does not go with this machine and thread. Not saved.',
      '422 setup.other-machine: This set-up belongs to another machine. Not changed.',
      '422 seam.past-travel: The knob ends at {travelTurns} turns. Not logged.',
      '409 needle.moved-on: This needle was already changed. Your change was not logged.',
      '422 needle.wrong-clamp: This machine does not take that needle. Not logged.',
      '422 time.outside: This cannot have been before {earliest} or after now. Set the clock of this device. Not logged.',
      '422 pieces.no-speed: Enter the speed this machine is run at first, on its own page. Not logged.',
      '409 pieces.overlap: Pieces are written down for a part of this time. Not logged.',
      '422 pieces.too-many: So many pieces take {hours} running hours, longer than the time given. Not logged.',
      '404 pieces.unknown: These pieces are not written down.',
      '409 pieces.withdrawn: These pieces were taken back already.',
      '422 plan.other-zone: A machine in this plan stands in another zone. Not kept.',
      '409 change.not-last: Only the last change of a machine can be undone. It stands.',
      '409 change.too-late: A change can be undone for a minute. It stands: log another change.',
      '409 pocket.taken: Pocket {pocket} holds another needle. Not logged.',
      '409 part-used.gone: This part-used needle is in its pocket no more. Not logged.',
      '422 part-used.other: The needle in that pocket is of another kind. Not logged.',
      '422 lot.unknown: There is no such lot of this kind of needle. Not logged.',
      '409 lot.in-use: Needles of this lot went into machines: which kind they are stands. Not kept.',
      '409 lot.code-taken: Lot {code} of this kind of needle is there already. Not kept.',
      '409 entry.clash: Somebody entered the same just now. Nothing was kept. Look again.',
      '422 entry.dangling: Something that this points at is not there. Nothing was kept.',
      '404 entry.unknown: There is no such entry.',
      '409 entry.withdrawn: This entry was taken back already.',
      '403 entry.others: Only whoever logged this, or a mechanic, can take it back. It stands.',
      '404 report.unknown: There is no such report.',
      '409 report.answered: Somebody has answered this report already.',
      '409 change.cleared: A mechanic has cleared the machine since. The change stands: log another change.',
      '409 clearance.nothing: This machine is not stopped for that piece, or not any more.',
      '404 leap.unknown: There is no such counter leap.',
      '409 leap.decided: Somebody has decided this already. Nothing was changed.',
      '409 leap.too-late: The counter readings behind this were cleared away. It stays out of the running hours.',
      '404 device.unknown: There is no such device.',
      '401 device.token: This is not the token of this device, or it is let in no more.',
      '422 device.not-counter: {name} is no counter. Nothing was kept.',
      '422 device.no-stand-in: {name} is a real device: use it by hand. Nothing was asked.',
      '503 device.line-down: The line to the devices is down. Nothing was asked. Type the reading, or try again.',
      '422 group.unknown: There are no needles of such a group. Nothing was changed.',
      '422 group.merged: A group that is merged cannot take others in. Nothing was changed.',
      '422 rounds.settings: Some people, shifts, zones or machines are not here. Not kept.',
      '422 calendar.shifts: Shifts can be added and changed, not taken away; zones work shifts of the shop. Not kept.',
      '404 plan.unknown: There is no such plan.',
      '409 plan.old: There is a newer plan. Nothing was changed in this one.',
      '409 plan.broken: This plan breaks limits. Plan again around the pins before telling it.',
      '422 machine.unplanned: Nothing is planned for this machine.',
      '422 shift.outside: This change or shift is not in the plan. Nothing was changed.',
      '422 task.unknown: No such change was told to anybody. Nothing was kept.',
      '404 calendar.unknown: This calendar address is not valid, or not any more.',
      '404 order.unknown: There is no such order.',
      '409 order.over: This order came already. Nothing was changed.',
      '404 job.unknown: There is no such job.',
      '409 job.over: This job is over already. Nothing was changed.',
      '503 server.busy: The database is busy or starting. Nothing was kept. Try again.',
      '500 server.fault: Something failed on our side. Nothing was kept. Try again.',
    ]);
  });

  it('becomes a problem document with its wording filled in', () => {
    const problem = problemOf(
      new ProblemError('seam.past-travel', { travelTurns: 8 }, [
        { path: 'body.turns', message: 'at most 8' },
      ]),
    );
    expect(problem).toEqual({
      type: 'urn:gantelet:problem:seam.past-travel',
      title: 'The knob ends at 8 turns. Not logged.',
      status: 422,
      code: 'seam.past-travel',
      fields: [{ path: 'body.turns', message: 'at most 8' }],
      data: { travelTurns: 8 },
    });
  });

  it('names every unknown field by its own path', () => {
    const read = z.strictObject({ a: z.strictObject({}) }).safeParse({ a: { b: 1, c: 2 } });
    expect(fieldProblems(read.error!, 'body').map((field) => field.path)).toEqual(['body.a.b', 'body.a.c']);
  });
});
