import { Pipe, type PipeTransform } from '@angular/core';
import { formatNumber } from '@core/quantity/format';

/** A bare number as the whole app writes them: "11 521". Quantities with a unit go through UnitChoice. */
@Pipe({ name: 'coNumber' })
export class NumberPipe implements PipeTransform {
  transform(value: number, decimals = 0): string {
    return formatNumber(value, decimals);
  }
}
