import { leatherOzToMm } from '@gantelet/core';
import type { LayerInput } from '@gantelet/contracts';

/** A kind of work the demo works takes on. */
export interface DemoJob {
  readonly name: string;
  readonly layers: readonly LayerInput[];
  /** The thread as read off its spool. */
  readonly threadLabel: string;
  readonly constructionId: string;
  readonly stitchLengthMm: number;
}

const layer = (materialId: string, thicknessMm: number, plies = 1): LayerInput => ({
  materialId,
  thicknessMm,
  plies,
});

function job(
  name: string,
  threadLabel: string,
  stitchLengthMm: number,
  layers: readonly LayerInput[],
  constructionId = 'bonded-polyester',
): DemoJob {
  return { name, threadLabel, stitchLengthMm, layers, constructionId };
}

const FIVE_OZ = Math.round(leatherOzToMm(5) * 10) / 10;

export const DEMO_JOBS: readonly DemoJob[] = [
  job('Lorry cover hem', 'V92', 4, [layer('coated-sheet-18', 0.6, 3)]),
  job('Boat cover seam', 'Tex 90', 4, [layer('acrylic-canvas', 0.5, 4)]),
  job('Sheet eyelet patch', 'V138', 5, [layer('coated-sheet-22', 0.75, 4)]),
  job('Awning valance', 'ticket 40', 4, [layer('acrylic-canvas', 0.5, 2)]),
  job('Window patch', 'V92', 4.5, [layer('clear-window', 0.75), layer('acrylic-canvas', 0.5, 2)]),
  job('Canvas lining', 'V46', 3, [layer('duck-10', 0.8, 2)]),
  job('Holdall repair', 'V69', 3.5, [layer('denim', 0.9, 3)]),
  job(
    'Tool roll body',
    'V92',
    3.5,
    [layer('waxed-canvas', 0.7, 2), layer('veg-tan-side', 1.6)],
    'bonded-nylon',
  ),
  job(
    'Tool roll strap',
    'V138',
    4,
    [layer('veg-tan-side', FIVE_OZ), layer('duck-10', 0.6), layer('veg-tan-side', FIVE_OZ)],
    'bonded-nylon',
  ),
  job('Apron body', 'V92', 3.5, [layer('chrome-split', 1.4, 2)], 'bonded-nylon'),
  job('Apron neck strap', 'V207', 5, [layer('harness', 3.5), layer('chrome-split', 1.4)], 'bonded-nylon'),
  job('Gauntlet cuff', 'Tex 70', 3.5, [layer('chrome-split', 1.4, 2)], 'aramid'),
  job('Sheath welt', 'V277', 6, [layer('veg-tan-sole', 4, 2)], 'bonded-nylon'),
  job('Sole patch', 'V346', 6, [layer('veg-tan-sole', 4), layer('harness', 3.5)], 'bonded-nylon'),
  job('Log carrier handle', 'V207', 5, [layer('webbing-polyester', 2.5), layer('duck-4', 1.2, 2)]),
  job('Log carrier body', 'V138', 4.5, [layer('waxed-canvas', 0.7, 4)]),
  job('Strap box stitch', 'V138', 4, [layer('webbing-polyester', 2.5, 2)]),
];
