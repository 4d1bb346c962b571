import type { StoreColumn } from '@gantelet/contracts';
import type { ListColumn } from '../../shared/lists/text-list';

/** The columns of a stock list. */
export const STORE_LIST: readonly ListColumn<StoreColumn>[] = [
  {
    id: 'label',
    name: 'On the pack or spool',
    headings: ['item', 'article', 'description', 'needle', 'thread', 'name', 'what', 'on the pack or spool'],
    example: '135x17 140/22',
  },
  { id: 'kind', name: 'Kind', headings: ['group', 'category'], example: 'needle' },
  { id: 'point', name: 'Point', headings: ['point style', 'tip'], example: 'round' },
  { id: 'finish', name: 'Finish', headings: ['coating'], example: 'chromed' },
  {
    id: 'type',
    name: 'Thread type',
    headings: ['thread type', 'construction', 'fibre', 'fiber'],
    example: '',
  },
  { id: 'colour', name: 'Colour', headings: ['color', 'shade'], example: '' },
  {
    id: 'onHand',
    name: 'On hand',
    headings: ['on hand', 'stock', 'quantity', 'qty', 'count', 'in stock', 'metres'],
    example: '40',
  },
  {
    id: 'place',
    name: 'Location',
    headings: ['where it lies', 'location', 'drawer', 'shelf', 'bin'],
    example: 'Cabinet 2, drawer 3',
  },
  { id: 'supplier', name: 'Supplier', headings: ['vendor', 'from'], example: '' },
  {
    id: 'pack',
    name: 'Pack of',
    headings: ['pack of', 'pack size', 'per pack', 'metres on a cone'],
    example: '10',
  },
  { id: 'price', name: 'Price of a pack', headings: ['price of a pack', 'pack price', 'cost'], example: '' },
  {
    id: 'days',
    name: 'Delivery, days',
    headings: ['delivery, days', 'lead time', 'lead days'],
    example: '7',
  },
];
