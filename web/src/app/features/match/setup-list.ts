import type { SetupColumn } from '@gantelet/contracts';
import type { ListColumn } from '../../shared/lists/text-list';

/** The columns of a list of set-ups; the example row uses one of the shop's machines. */
export function setupColumns(machineName: string): readonly ListColumn<SetupColumn>[] {
  return [
    { id: 'name', name: 'Set-up', headings: ['set-up', 'setup', 'job', 'work'], example: 'Tool roll strap' },
    { id: 'machine', name: 'Machine', headings: ['machine number', 'no.'], example: machineName },
    {
      id: 'layers',
      name: 'Layers, top first',
      headings: ['stack', 'material', 'materials'],
      example: 'veg-tan-side 2; duck-10 0.8 x2; veg-tan-side 2',
    },
    { id: 'thread', name: 'Thread', headings: ['thread size'], example: 'V138' },
    { id: 'type', name: 'Thread type', headings: ['thread type', 'construction'], example: 'bonded nylon' },
    { id: 'needle', name: 'Needle', headings: ['needle size'], example: '135x16 140/22' },
    { id: 'point', name: 'Point', headings: ['point style'], example: 'LR' },
    { id: 'finish', name: 'Finish', headings: ['coating'], example: 'chromed' },
    { id: 'plate', name: 'Plate hole, mm', headings: ['plate hole', 'plate hole mm'], example: '' },
    { id: 'stitch', name: 'Stitch, mm', headings: ['stitch length', 'stitch mm'], example: '4' },
  ];
}
