import { MATERIALS } from '../material/index.js';
import { NEEDLE_SYSTEMS } from '../needle/index.js';
import { SHIPPED_VALUES, withShopValues } from '../reference/index.js';
import { diameterOfConstruction, threadConstruction } from '../thread/index.js';
import { CATALOGUE, CATALOGUE_GROUPS, catalogueValue } from './index.js';

describe('the catalogue', () => {
  it('names each value once, with its group, source and use', () => {
    expect(new Set(CATALOGUE.map(({ id }) => id)).size).toBe(CATALOGUE.length);
    for (const { id, name, source, usedIn } of CATALOGUE) {
      expect(name !== '' && source !== '' && usedIn !== '')
        .withContext(id)
        .toBeTrue();
      expect(id.length).withContext(id).toBeLessThanOrEqual(80);
    }
    expect(new Set(CATALOGUE.map(({ group }) => group))).toEqual(new Set(CATALOGUE_GROUPS));
  });

  it('keeps every shipped value within the range a shop may set', () => {
    for (const { id, value, least, most } of CATALOGUE) {
      if (value === null) continue;
      expect(value >= least && value <= most)
        .withContext(id)
        .toBeTrue();
    }
  });

  it('contains every value that calculations use', () => {
    for (const id of Object.keys(SHIPPED_VALUES)) expect(catalogueValue(id)).withContext(id).toBeDefined();
    expect(MATERIALS.length).toBeGreaterThanOrEqual(20);
    for (const { id } of NEEDLE_SYSTEMS) expect(catalogueValue(`system.${id}.shank`)).toBeDefined();
  });

  it('marks what has no published source as such', () => {
    const claimed = CATALOGUE.filter(({ standing }) => standing === 'standard' || standing === 'handbook');
    for (const { id, source } of claimed)
      expect(source)
        .withContext(id)
        .toMatch(/handbook|Peirce|filament|standard/);
  });
});

describe("a shop's values", () => {
  it('replace the shipped ones and bring their grade', () => {
    const values = withShopValues([
      { valueId: 'construction.bonded-nylon.packing', value: 0.8, standing: 'measured', source: 'by Tam' },
    ]);
    const bonded = threadConstruction('bonded-nylon')!;
    expect(diameterOfConstruction(135, bonded, values).value).toBeGreaterThan(
      diameterOfConstruction(135, bonded).value,
    );
    expect(diameterOfConstruction(135, bonded, values).standing).toBe('handbook');
  });

  it('prefer a measured diameter over the computed one', () => {
    const values = withShopValues([
      { valueId: 'diameter.bonded-nylon.135', value: 0.44, standing: 'measured', source: 'micrometer' },
    ]);
    expect(diameterOfConstruction(135, threadConstruction('bonded-nylon')!, values)).toEqual({
      value: 0.44,
      standing: 'measured',
      source: 'micrometer',
    });
  });
});
