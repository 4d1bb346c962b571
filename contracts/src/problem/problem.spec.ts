import * as z from 'zod';
import { ERRORS, fieldProblems, ProblemError, problemOf } from './index.js';

describe('the error catalogue', () => {
  // Pinned: clients act on codes and statuses, people on the words. Change it here when it is meant.
  it('keeps code, status and wording', () => {
    const table = Object.entries(ERRORS).map(([code, { status, title }]) => `${status} ${code}: ${title}`);
    expect(table).toEqual([
      '400 request.malformed: The request is not readable JSON. Nothing was saved.',
      '400 request.invalid: Some fields need correcting. Nothing was saved.',
      '413 request.too-large: The request is larger than {limit}. Nothing was saved.',
      '400 request.too-deep: The request is nested deeper than {limit}. Nothing was saved.',
      '415 request.not-json: Send JSON. Nothing was saved.',
      '404 route.unknown: There is nothing at this address.',
      '401 session.required: Sign in first.',
      '401 session.wrong: Name and password do not match. Try again.',
      '429 session.too-many: Too many attempts. Wait {seconds} seconds, then try again.',
      '422 password.wrong: The current password is wrong. Nothing was changed.',
      '403 session.no-tls: This shop is reached over https only. Open the address with https, or ask whoever runs the server.',
      '429 stream.too-many: You have more than {most} pages open. Close some of them.',
      '403 session.forged: This page is out of date. Reload it and try again. Nothing was saved.',
      '403 role.insufficient: Only a {role} can do this. Nothing was saved.',
      '409 key.reused: This key was already used for another entry. Nothing was saved.',
      '409 version.stale: Somebody changed this since you opened it. Your change was not saved.',
      '404 machine.unknown: There is no such machine.',
      '409 machine.number-taken: Shop number {shopNumber} is taken by {name}. Not saved.',
      '422 zone.unknown: There is no such zone. Not saved.',
      '409 value.moved-on: Somebody set this value since you opened it. Your value was not saved.',
      '404 setup.unknown: There is no such set-up.',
      '422 setup.needle-unfit: This needle does not go with this machine and thread. Not saved.',
      '422 setup.other-machine: This set-up belongs to another machine. Not changed.',
      '422 seam.past-travel: The knob ends at {travelTurns} turns. Not logged.',
      '409 needle.moved-on: This needle was already changed. Your change was not logged.',
      '422 needle.wrong-clamp: This machine does not take that needle. Not logged.',
      '422 time.outside: The time must be between {earliest} and now. Check the clock on this device. Not logged.',
      '422 pieces.no-speed: First enter the speed this machine runs at, on its page. Not logged.',
      '409 pieces.overlap: Pieces are already logged for part of this time. Not logged.',
      '422 pieces.too-many: That many pieces take {hours} running hours, longer than the time entered. Not logged.',
      '404 pieces.unknown: There is no such entry of pieces.',
      '409 pieces.withdrawn: These pieces were already removed.',
      '422 plan.other-zone: One of these machines is in another zone. Not saved.',
      '409 change.not-last: Only the latest needle change on a machine can be undone. Nothing was changed.',
      '409 change.too-late: A needle change can be undone for one minute. Log another change instead.',
      '409 pocket.taken: Pocket {pocket} holds another needle. Not logged.',
      '409 part-used.gone: This part-used needle is no longer in its pocket. Not logged.',
      '422 part-used.other: That pocket holds a different kind of needle. Not logged.',
      '422 lot.unknown: There is no such lot for this kind of needle. Not logged.',
      '409 lot.in-use: Needles from this lot are already in machines, so its kind cannot change. Not saved.',
      '409 lot.code-taken: Lot {code} is already registered for this kind of needle. Not saved.',
      '409 entry.clash: Somebody has just entered the same. Nothing was saved. Check and try again.',
      '422 entry.dangling: Something this entry refers to does not exist. Nothing was saved.',
      '404 entry.unknown: There is no such entry.',
      '409 entry.withdrawn: This entry was already removed.',
      '403 entry.others: Only the person who logged this, or a mechanic, can remove it. Nothing was changed.',
      '404 report.unknown: There is no such report.',
      '409 report.answered: Somebody has already answered this report.',
      '409 change.cleared: A mechanic has since cleared the machine, so this change cannot be undone. Log another change.',
      '409 clearance.nothing: This machine is not stopped for that piece, or somebody has already cleared it.',
      '404 leap.unknown: There is no such counter leap.',
      '409 leap.decided: Somebody has decided this already. Nothing was changed.',
      '409 leap.too-late: The counter readings behind this were cleared away. It stays out of the running hours.',
      '404 device.unknown: There is no such device.',
      '401 device.token: Wrong device token, or the device is blocked.',
      '422 device.not-counter: {name} is not a counter. Nothing was saved.',
      '422 device.no-stand-in: {name} is a real device: use it by hand. Nothing was sent.',
      '503 device.line-down: The connection to the devices is down. Type the reading, or try again.',
      '422 group.unknown: There is no such needle group. Nothing was changed.',
      '422 group.merged: A merged group cannot take in other groups. Nothing was changed.',
      '422 rounds.settings: Some of these people, shifts, zones or machines do not exist. Not saved.',
      '422 calendar.shifts: Shifts can be added and changed but not removed, and a zone can only work shifts of the shop. Not saved.',
      '404 plan.unknown: There is no such plan.',
      '409 plan.old: There is a newer plan. Nothing was changed in this one.',
      '409 plan.broken: This plan breaks limits. Re-plan around the pins before publishing it.',
      '422 machine.unplanned: Nothing is planned for this machine.',
      '422 shift.outside: That change or shift is not in this plan. Nothing was changed.',
      '422 task.unknown: No such change was published. Nothing was saved.',
      '404 calendar.unknown: This calendar link is not valid, or has expired.',
      '404 order.unknown: There is no such order.',
      '409 order.over: This order has already been delivered. Nothing was changed.',
      '404 job.unknown: There is no such job.',
      '409 job.over: This job has already finished. Nothing was changed.',
      '503 server.busy: The database is busy or starting. Nothing was saved. Try again.',
      '503 server.full: The disk of the server is full. Nothing was saved. Tell whoever runs the server.',
      '500 server.fault: Something went wrong on the server. Nothing was saved. Try again.',
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
