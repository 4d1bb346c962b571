import { Pipe, type PipeTransform } from '@angular/core';
import { counted, countNumber, dateText, fixedNumber, shortNumber, type DateStyle } from '../locale';

/** An instant or a day as the reader writes it; empty for none. @example {{ change.at | when: 'weekday-time' }} */
@Pipe({ name: 'when' })
export class WhenPipe implements PipeTransform {
  transform(at: Date | string | number | null | undefined, style: DateStyle): string {
    return at === null || at === undefined ? '' : dateText(at, style);
  }
}

/** A number with exactly so many decimals, as the reader writes it. @example {{ hours | fixed: 1 }} */
@Pipe({ name: 'fixed' })
export class FixedPipe implements PipeTransform {
  transform(value: number, digits: number): string {
    return fixedNumber(value, digits);
  }
}

/** A number with at most so many decimals. @example {{ mm | short: 2 }} */
@Pipe({ name: 'short' })
export class ShortPipe implements PipeTransform {
  transform(value: number, digits: number): string {
    return shortNumber(value, digits);
  }
}

/** A whole number with thousands separators. @example {{ stitches | count }} */
@Pipe({ name: 'count' })
export class CountPipe implements PipeTransform {
  transform(value: number): string {
    return countNumber(value);
  }
}

/** How many of something there are. @example {{ machines.length | counted: 'machine' }} @example {{ n | counted: 'try' : 'tries' }} */
@Pipe({ name: 'counted' })
export class CountedPipe implements PipeTransform {
  transform(count: number, one: string, many?: string): string {
    return counted(count, one, many);
  }
}
