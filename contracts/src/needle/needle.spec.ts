import { complaints } from '../testing/complaints.js';
import { EyePulls, LotDecision, NeedleCheckDocument, NeedleCheckInput, NewNeedleLot } from './index.js';

const AT = '2026-03-04T10:00:00Z';
const check = (looks: object, more: object = {}) => ({ lotId: null, looks, checkedAt: AT, ...more });

describe('a needle check', () => {
  it('records what was checked: the rest stays open', () => {
    const { looks, note, photo } = NeedleCheckInput.parse(check({ straightness: 'bent' }));
    expect(looks.straightness).toBe('bent');
    expect(Object.values(looks).filter((look) => look !== null)).toEqual(['bent']);
    expect([note, photo]).toEqual(['', null]);
  });

  it('has at least one observation, not counting which thread was pulled', () => {
    expect(complaints(NeedleCheckInput, check({}))).toEqual(['looks: at least one look']);
    expect(complaints(NeedleCheckInput, check({ pulledTex: 90 }))).toEqual(['looks: at least one look']);
  });

  it('accepts sizes that needles are made in', () => {
    expect(complaints(NeedleCheckInput, check({ markedNm: 110 }))).toEqual([]);
    expect(complaints(NeedleCheckInput, check({ markedNm: 115 })).length).toBe(1);
    expect(complaints(NeedleCheckInput, check({ bladeMm: 0.2 }))).toEqual(['looks.bladeMm: at least 0.3']);
  });

  it('has a pull up that is at least the pull down', () => {
    const pulls = { weightN: 1, upN: 1.4, downN: 0.8 };
    expect(complaints(EyePulls, pulls)).toEqual([]);
    expect(complaints(EyePulls, { ...pulls, downN: 1.4 })).toEqual([]);
    expect(complaints(EyePulls, { ...pulls, downN: 1.5 })).toEqual(['upN: not below the pull down']);
    expect(complaints(EyePulls, { ...pulls, weightN: 0 })).toEqual(['weightN: more than 0']);
  });

  it('accepts a photo that is a JPEG and small enough', () => {
    const photo = (text: string) => complaints(NeedleCheckInput, check({ snag: 'clean' }, { photo: text }));
    // Every JPEG begins with FF D8 FF (ITU-T T.81), every PNG with 89 50 4E 47 (ISO/IEC 15948), in base64 (RFC 4648).
    expect(photo('/9j/4AAQ')).toEqual([]);
    expect(photo('iVBORw==')).toEqual(['photo: a JPEG in base64']);
    expect(photo(`/9j/${'A'.repeat(200_000)}`)).toEqual(['photo: at most 200000 letters']);
  });

  it('is stored as a document from which older ones can still be read', () => {
    const { looks } = NeedleCheckDocument.parse({ version: 1, looks: { snag: 'snags' } });
    expect([looks.snag, looks.path, looks.slideFromScarf]).toEqual(['snags', null, null]);
    expect(complaints(NeedleCheckDocument, { version: 2, looks: {} })).toEqual(['version: 1']);
  });
});

describe('a needle lot', () => {
  const lot = {
    code: ' 24-118 ',
    needle: { systemId: '135x17', nm: 110, pointId: 'round', finishId: 'chromed' },
  };

  it('waits to be checked only if somebody says so', () => {
    expect(NewNeedleLot.parse(lot)).toEqual(
      jasmine.objectContaining({ code: '24-118', state: 'open', received: null, supplier: '' }),
    );
    expect(NewNeedleLot.parse({ ...lot, state: 'to-check' }).state).toBe('to-check');
    expect(complaints(NewNeedleLot, { ...lot, state: 'accepted' })).toEqual(['state: one of open, to-check']);
  });

  it('is counted in whole needles, one at least', () => {
    expect(complaints(NewNeedleLot, { ...lot, received: 0 })).toEqual(['received: at least 1']);
    expect(complaints(NewNeedleLot, { ...lot, received: 10.5 })).toEqual(['received: a whole number']);
  });

  it('is not reopened once it is decided', () => {
    expect(complaints(LotDecision, { state: 'open', note: '' })).toEqual([
      'state: one of to-check, accepted, quarantined',
    ]);
  });
});
