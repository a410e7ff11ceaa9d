import { ChangeDetectionStrategy, Component } from '@angular/core';
import { type Leaf, Leaves } from '../../ui/leaves';

@Component({
  selector: 'co-bank-tabs',
  imports: [Leaves],
  template: `<co-leaves stage="bank" label="Leaves of the bank" [leaves]="leaves" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BankTabs {
  protected readonly leaves: readonly Leaf[] = [
    { path: [], says: 'Account' },
    { path: ['need'], says: 'The need' },
    { path: ['configurations'], says: 'Configurations' },
    { path: ['voltage'], says: '12, 24, 48 V' },
    { path: ['sag'], says: 'Voltage sag' },
    { path: ['shelf'], says: 'Shelf' },
    { path: ['chemistry'], says: 'Chemistry' },
  ];
}
