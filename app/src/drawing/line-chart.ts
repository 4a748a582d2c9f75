/** The parts of the chart library that a line over time needs; loaded apart from the screens. */
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import { init, use, type EChartsType } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

use([LineChart, GridComponent, MarkLineComponent, SVGRenderer]);

export const lineChart = (element: HTMLElement): EChartsType => init(element, null, { renderer: 'svg' });
