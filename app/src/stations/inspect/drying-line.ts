import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import type { EChartsType } from 'echarts/core';
import type { MoistureReading } from '@aldrek/core/wood';

/** Moisture over time, towards what its place brings wood to. The chart is fetched when it is first drawn. */
@Component({
  selector: 'al-drying-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      #chart
      class="chart"
      role="img"
      [attr.aria-label]="readings().length + ' moisture readings over time'"
    ></div>
    <ol class="visually-hidden">
      @for (reading of readings(); track reading.day) {
        <li>{{ reading.day }}: {{ reading.pct }} %</li>
      }
    </ol>
  `,
  styles: `
    .chart {
      height: 150px;
    }
  `,
})
export class DryingLine {
  readonly readings = input.required<readonly MoistureReading[]>();
  readonly settlesAt = input<number | null>(null);
  private readonly chart = viewChild.required<ElementRef<HTMLElement>>('chart');
  private drawn: EChartsType | null = null;

  constructor() {
    afterRenderEffect(() => {
      const [readings, settles] = [this.readings(), this.settlesAt()];
      void this.draw(this.chart().nativeElement, readings, settles);
    });
    inject(DestroyRef).onDestroy(() => this.drawn?.dispose());
  }

  private async draw(
    element: HTMLElement,
    readings: readonly MoistureReading[],
    settlesAt: number | null,
  ): Promise<void> {
    const { lineChart } = await import('../../drawing/line-chart');
    this.drawn ??= lineChart(element);
    const style = getComputedStyle(element);
    const colour = (name: string): string => style.getPropertyValue(name).trim();
    const [ink, muted, blue] = [colour('--ink'), colour('--muted'), colour('--blue')];
    this.drawn.setOption({
      animation: false,
      textStyle: { fontFamily: style.fontFamily, color: muted },
      grid: { left: 34, right: 18, top: 24, bottom: 24 },
      xAxis: { type: 'time', axisLabel: { color: muted, hideOverlap: true } },
      yAxis: { type: 'value', min: 0, axisLabel: { color: muted, formatter: '{value} %' } },
      series: [
        {
          type: 'line',
          data: readings.map(({ day, pct }) => [day, pct]),
          symbolSize: 8,
          lineStyle: { color: blue, width: 2 },
          itemStyle: { color: blue },
          label: { show: readings.length < 9, position: 'top', color: ink, formatter: '{@[1]}' },
          ...(settlesAt === null
            ? {}
            : {
                markLine: {
                  silent: true,
                  symbol: 'none',
                  lineStyle: { color: muted, type: 'dashed' },
                  label: { formatter: `settles ${settlesAt} %`, color: muted, position: 'insideEndTop' },
                  data: [{ yAxis: settlesAt }],
                },
              }),
        },
      ],
    });
  }
}
