import type { Safekeeping } from '@gantelet/contracts';
import { dateText } from '../locale';

/** When the last backup was made. */
export function backupText({ madeAt, sealed }: Safekeeping['backup']): string {
  if (madeAt === null) return 'None has been made yet.';
  return `The last one was made ${dateText(madeAt, 'year-time')}${sealed ? ', sealed with a key' : ''}.`;
}

/** When a restore was last tried, and how it went. */
export function drillText({ last }: Safekeeping['drill']): string {
  if (last === null) return 'No backup has been tried yet, so nobody knows whether one can be restored.';
  const at = dateText(last.doneAt, 'year-time');
  if (last.wrong !== '') return `Tried ${at} with ${last.file}, and it failed: ${last.wrong}`;
  return `Tried ${at} with ${last.file}: it can be restored.`;
}
