import { lazyPart } from '../../ui/lazyPart';
import type { ItemClient } from '../kinds';
import { chartTexts } from './texts';

const controls = () => import('./ChartControls');

/** Charts. */
export const chart: ItemClient = {
  kind: 'chart',
  verbs: [
    { id: 'chart', name: chartTexts.chart, Controls: lazyPart(controls) },
    {
      id: 'lines',
      name: chartTexts.lines,
      Controls: lazyPart(async () => ({ default: (await controls()).ChartLines })),
    },
  ],
  add: {
    name: chartTexts.chart,
    command: chartTexts.addAChart,
    item: { kind: 'chart', rows: chartTexts.first },
    verb: 'chart',
    among: true,
  },
};
