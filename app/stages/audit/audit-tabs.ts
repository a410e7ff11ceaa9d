import { ChangeDetectionStrategy, Component } from '@angular/core';
import { type Leaf, Leaves } from '../../ui/leaves';

@Component({
  selector: 'co-audit-tabs',
  imports: [Leaves],
  template: `<co-leaves stage="audit" label="Leaves of the audit" [leaves]="leaves" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AuditTabs {
  protected readonly leaves: readonly Leaf[] = [
    { path: [], says: 'Loads' },
    { path: ['day'], says: 'The day' },
    { path: ['worth'], says: 'What it is worth' },
    { path: ['inverters'], says: 'Inverters' },
    { path: ['how-long'], says: 'How long' },
  ];
}
