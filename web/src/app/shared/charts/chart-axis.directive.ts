import { computed, Directive, effect, ElementRef, inject, input, numberAttribute } from '@angular/core';
import { axisBottom, axisLeft, type AxisScale } from 'd3-axis';
import { select } from 'd3-selection';
import { shortNumber } from '../locale';

/**
 * The axis of a chart, drawn into a group of its SVG.
 *
 * @example `<g ganChartAxis="bottom" [scale]="hours()" at="250" />`
 */
@Directive({
  selector: '[ganChartAxis]',
  host: { class: 'chart-axis', '[attr.transform]': 'transform()' },
})
export class ChartAxisDirective {
  readonly side = input.required<'bottom' | 'left'>({ alias: 'ganChartAxis' });
  readonly scale = input.required<AxisScale<number>>();
  /** Its position in the drawing: from the top for a bottom axis, from the left for a left axis. */
  readonly at = input.required<number, unknown>({ transform: numberAttribute });
  /** Approximate number of ticks, or their values. */
  readonly ticks = input<number | readonly number[]>(8);
  readonly format = input<(value: number) => string>((value) => shortNumber(value, 4));

  protected readonly transform = computed(() =>
    this.side() === 'bottom' ? `translate(0 ${this.at()})` : `translate(${this.at()} 0)`,
  );

  constructor() {
    const group = select(inject<ElementRef<SVGGElement>>(ElementRef).nativeElement);
    effect(() => {
      const [scale, ticks, format] = [this.scale(), this.ticks(), this.format()];
      const axis = this.side() === 'bottom' ? axisBottom<number>(scale) : axisLeft<number>(scale);
      if (typeof ticks === 'number') axis.ticks(ticks);
      else axis.tickValues([...ticks]);
      // No half-pixel offset: ticks are where their values are drawn.
      group.call(axis.tickFormat(format).tickSizeOuter(0).offset(0));
      // The chart sets the font.
      group.attr('font-family', null).attr('font-size', null);
    });
  }
}
