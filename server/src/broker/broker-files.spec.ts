import { newId } from '@gantelet/contracts';
import type { BrokerUser } from '../features/device/index.js';
import { brokerFiles } from './broker-files.js';

const SECRET = 'a secret for tests only';

describe('the files for an external broker', () => {
  const counter: BrokerUser = { id: newId(), kind: 'counter', brokerHash: '$7$101$salt$hash' };
  const gauge: BrokerUser = { id: newId(), kind: 'tension-gauge', brokerHash: '$7$101$other$hash' };
  /** One user's rules, in the format of `acl_file`. */
  const rulesOf = (acl: string, id: string) =>
    acl.split(`user ${id}\n`)[1]!.split('\n\n')[0]!.trim().split('\n');

  it('allow servers and devices to publish and subscribe to what each needs', () => {
    const { passwords, acl } = brokerFiles([counter, gauge], SECRET);
    expect(passwords.split('\n').map((line) => line.split(':')[0])).toEqual([
      'server',
      counter.id,
      gauge.id,
      '',
    ]);
    expect(passwords).toContain(`${counter.id}:$7$101$salt$hash\n`);
    expect(rulesOf(acl, counter.id)).toEqual([
      `topic write gantelet/${counter.id}/count`,
      `topic write spBv1.0/gantelet/NBIRTH/${counter.id}`,
      `topic write spBv1.0/gantelet/NDATA/${counter.id}`,
      `topic write spBv1.0/gantelet/NDEATH/${counter.id}`,
      `topic write gantelet/${counter.id}/status`,
      `topic read gantelet/${counter.id}/ask`,
    ]);
    expect(rulesOf(acl, gauge.id)).toEqual([
      `topic write gantelet/${gauge.id}/reading`,
      `topic write gantelet/${gauge.id}/status`,
      `topic read gantelet/${gauge.id}/ask`,
    ]);
    expect(rulesOf(acl, 'server')).toContain('topic read gantelet/+/count');
  });

  it('are the same for the same devices, and contain no credentials', () => {
    const files = brokerFiles([counter], SECRET);
    expect(brokerFiles([counter], SECRET)).toEqual(files);
    expect(brokerFiles([], SECRET)).not.toEqual(files);
    expect(files.passwords).not.toContain(SECRET);
  });
});
