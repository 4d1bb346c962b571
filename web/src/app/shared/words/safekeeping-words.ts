import type { Safekeeping } from '@gantelet/contracts';
import { dateText, shortNumber } from '../locale';

/** When the last backup was made. */
export function backupText({ madeAt, sealed }: Safekeeping['backup']): string {
  if (madeAt === null) return 'None has been made yet.';
  return `The last one was made ${dateText(madeAt, 'year-time')}${sealed ? ', sealed with a key' : ''}.`;
}

/** When a restore was last tried, and how it went. */
export function drillText({ last }: Safekeeping['drill']): string {
  if (last === null) return 'No backup has been tried yet, so nobody knows whether one can be restored.';
  const at = dateText(last.doneAt, 'year-time');
  if (last.wrong !== '')
    return `Tried ${at}${last.wrong.includes(last.file) ? '' : ` with ${last.file}`}, and it failed: ${last.wrong}`;
  return `Tried ${at} with ${last.file}: it can be restored.`;
}

/** Who cannot sign in for now. */
export const lockedText = ({ name, way, until }: Safekeeping['locked'][number]): string =>
  `${name}: ${way === 'pin' ? 'PIN' : 'signing in by password'} locked until ${dateText(until, 'year-time')}.`;

export const undeliveredText = ({ address, subject, problem }: Safekeeping['undelivered'][number]): string =>
  `${subject}: not delivered to ${address} within a day (${problem}).`;

const GB = 1e9;

export const diskText = ({ freeBytes, totalBytes, low }: NonNullable<Safekeeping['disk']>): string =>
  `${shortNumber(freeBytes / GB)} GB of ${shortNumber(totalBytes / GB, 0)} GB are free.${low ? ' Make room before writes are refused.' : ''}`;

/** Everything the lead has to look after, a line each. */
export function safekeepingNotices(kept: Safekeeping): readonly string[] {
  return [
    ...(kept.backup.due ? [`Backup: ${backupText(kept.backup)}`] : []),
    ...(kept.drill.due ? [`Restore drill: ${drillText(kept.drill)}`] : []),
    ...kept.locked.map(lockedText),
    ...kept.undelivered.map(undeliveredText),
    ...(kept.disk?.low ? [`Disk: ${diskText(kept.disk)}`] : []),
  ];
}
