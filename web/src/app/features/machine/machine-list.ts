import type { MachineColumn } from '@gantelet/contracts';
import type { ListColumn } from '../../shared/lists/text-list';

/** The columns of a machine list; the example row uses one of the shop's zones. */
export function machineColumns(zoneName: string): readonly ListColumn<MachineColumn>[] {
  return [
    {
      id: 'number',
      name: 'Shop number',
      headings: ['no', 'no.', 'shop number', 'machine number', 'machine no'],
      example: '1',
    },
    {
      id: 'name',
      name: 'Name',
      headings: ['machine', 'machine name', 'description'],
      example: 'Flatbed compound 01',
    },
    { id: 'zone', name: 'Zone', headings: ['hall', 'room', 'location', 'area'], example: zoneName },
    { id: 'class', name: 'Class', headings: ['type', 'machine class', 'bed'], example: 'flatbed' },
    { id: 'feed', name: 'Feed', headings: ['feed type'], example: 'compound' },
    { id: 'duty', name: 'Duty', headings: [], example: 'medium' },
    {
      id: 'systems',
      name: 'Needle systems',
      headings: ['needle system', 'needle systems', 'needles', 'system'],
      example: '135x17, 135x16',
    },
    { id: 'shank', name: 'Shank', headings: [], example: 'round' },
    { id: 'hook', name: 'Hook side', headings: ['hook side'], example: 'left' },
    {
      id: 'plates',
      name: 'Plate holes, mm',
      headings: ['plate', 'plate hole', 'plate holes', 'plate hole mm', 'plates, mm'],
      example: '2.2; 2.8',
    },
    { id: 'bobbin', name: 'Bobbin', headings: ['bobbin size'], example: 'medium' },
    { id: 'wraps', name: 'Pre-tension wraps', headings: ['pre-tension wraps'], example: '1' },
    {
      id: 'speed',
      name: 'Speed in use',
      headings: ['speed in use', 'spm', 'stitches per minute'],
      example: '900',
    },
  ];
}
