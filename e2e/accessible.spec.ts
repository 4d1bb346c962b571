import { test } from './support/shop-test';
import { DESK, walkScreens } from './support/walk-screens';

test('no serious axe finding and no sideways scroll on any screen, by day at a desk, by every rule', ({
  page,
}) => walkScreens(page, { theme: 'day', viewport: DESK, rules: [] }));
