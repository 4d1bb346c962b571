import { groupId } from '@gantelet/core';
import { complaints } from '../testing/complaints.js';
import { GroupId, GroupingChange, GroupOfWork } from './index.js';

describe('the id of a needle group', () => {
  const whole = groupId({ material: 'leather', points: 'cutting', machineClass: 'flatbed', part: null });
  const part = groupId({ material: 'leather', points: 'cutting', machineClass: 'post', part: 'nm-120' });

  it('is the one that the core makes, whole or split', () => {
    expect(complaints(GroupId, whole)).toEqual([]);
    expect(complaints(GroupId, part)).toEqual([]);
    expect(complaints(GroupOfWork, whole)).toEqual([]);
    expect(complaints(GroupOfWork, part)).toEqual([': material.points.machine-class']);
  });

  it('is nothing else', () => {
    for (const id of ['', 'leather', 'Leather.cutting.flatbed', 'leather.cutting.flatbed~', `${whole};`])
      expect(complaints(GroupId, id)).withContext(id).not.toEqual([]);
  });

  it('names what a group is merged into, by its work', () => {
    expect(complaints(GroupingChange, { mergedInto: whole, splitBy: null, version: 0 })).toEqual([]);
    expect(complaints(GroupingChange, { mergedInto: part, splitBy: null, version: 0 })).toEqual([
      'mergedInto: material.points.machine-class',
    ]);
  });
});
