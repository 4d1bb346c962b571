import { firstValueFrom, type Observable } from 'rxjs';
import { newId, routes, type Problem, type Route } from '@gantelet/contracts';
import type { Settled } from '../shared/outbox/outbox';

/** How the server should treat calls of a route: answer, refuse, or be unreachable. */
export type ServerSays =
  { readonly reply: unknown } | { readonly problem: Problem } | 'nothing: there is no network';

/** What reached the server. */
export interface Reached {
  readonly route: string;
  readonly key: string | undefined;
  readonly body: unknown;
}

interface Parts {
  readonly key?: string;
  readonly params?: Readonly<Record<string, string>>;
  readonly body?: unknown;
}

/** A client or an outbox, real or fake, against a server that does as it is told. */
export interface Subject<Under> {
  readonly under: Under;
  says(route: Route, what: ServerSays): void;
  readonly reached: () => readonly Reached[];
}

export interface ClientUnder {
  call(route: Route, parts?: Parts): Observable<unknown>;
}

export interface OutboxUnder {
  send(route: Route, parts: Parts, words: string): Observable<unknown>;
  withdraw(key: string): Promise<boolean>;
  readonly settled: Observable<Settled>;
  /** The network is back. */
  online(): void;
}

const MACHINE = { machineId: newId() };
const REPORT = { trouble: 'clunk', reportedAt: '2026-03-04T10:00:00.000Z' };
const REFUSED: Problem = { type: 'about:blank', title: 'No', status: 409, code: 'version.stale' };
const BUSY: Problem = { type: 'about:blank', title: 'Busy', status: 503, code: 'server.busy' };
const AWAY = 'nothing: there is no network';

/** What every room's effects rely on when they call the server. */
export function itCallsTheServer(open: () => Subject<ClientUnder>): void {
  it('asks when somebody listens, each time, and gives the reply once', async () => {
    const { under, says, reached } = open();
    says(routes.listMachines, { reply: [{ id: 'm' }] });
    const call = under.call(routes.listMachines);
    expect(reached().length).toBe(0);
    const heard: unknown[] = [];
    await new Promise<void>((complete) => call.subscribe({ next: (one) => heard.push(one), complete }));
    await firstValueFrom(call);
    expect([heard, reached().length]).toEqual([[[{ id: 'm' }]], 2]);
  });

  it('sends a write with its key and body, and fails with the problem that it was refused for', async () => {
    const { under, says, reached } = open();
    says(routes.reportTrouble, { problem: REFUSED });
    const key = newId();
    const sent = firstValueFrom(under.call(routes.reportTrouble, { key, params: MACHINE, body: REPORT }));
    await expectAsync(sent).toBeRejectedWith(REFUSED);
    expect(reached()).toEqual([{ route: 'reportTrouble', key, body: REPORT }]);
  });
}

/** What every room's effects rely on when they send a write that has to survive. */
export function itKeepsWrites(open: () => Promise<Subject<OutboxUnder>>): void {
  const send = ({ under }: Subject<OutboxUnder>, key: string): Promise<unknown> =>
    firstValueFrom(under.send(routes.reportTrouble, { key, params: MACHINE, body: REPORT }, 'a clunk'));

  it('gives the reply of a write that is answered', async () => {
    const subject = await open();
    subject.says(routes.reportTrouble, { reply: { id: 'm' } });
    const key = newId();
    expect(await send(subject, key)).toEqual({ reply: { id: 'm' } });
    expect(subject.reached().at(-1)).toEqual({ route: 'reportTrouble', key, body: REPORT });
  });

  it('fails at once with what a write is refused for', async () => {
    const subject = await open();
    subject.says(routes.reportTrouble, { problem: REFUSED });
    await expectAsync(send(subject, newId())).toBeRejectedWith(REFUSED);
  });

  it('says that a write waits while there is no network, or the server says nothing of the write', async () => {
    const subject = await open();
    for (const what of [AWAY, { problem: BUSY }] as const) {
      subject.says(routes.reportTrouble, what);
      expect(await send(subject, newId())).toEqual({ waits: true });
    }
  });

  it('tells what became of a write that waited', async () => {
    const subject = await open();
    subject.says(routes.reportTrouble, AWAY);
    const key = newId();
    await send(subject, key);
    const told = firstValueFrom(subject.under.settled);
    subject.says(routes.reportTrouble, { problem: REFUSED });
    subject.under.online();
    const { write, problem } = await told;
    expect([write.key, write.routeId, problem?.code]).toEqual([key, 'reportTrouble', 'version.stale']);
  });

  it('takes back only what never left', async () => {
    const subject = await open();
    const [never, away, busy, sent] = [newId(), newId(), newId(), newId()];
    subject.says(routes.reportTrouble, AWAY);
    await send(subject, away);
    const taken = [await subject.under.withdraw(never), await subject.under.withdraw(away)];
    subject.says(routes.reportTrouble, { reply: {} });
    await send(subject, sent);
    subject.says(routes.reportTrouble, { problem: BUSY });
    await send(subject, busy);
    taken.push(await subject.under.withdraw(sent), await subject.under.withdraw(busy));
    expect(taken).toEqual([false, true, false, false]);
    expect(subject.reached().some(({ key }) => key === away)).toBeFalse();
  });
}
