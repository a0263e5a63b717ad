import { ChangeDetectionStrategy, Component } from '@angular/core';

/** The name, as it is written. */
@Component({
  selector: 'hl-wordmark',
  template: 'Honest <em>Ledger</em>',
  styles: `
    :host {
      font-family: 'Source Serif 4 Variable', serif;
      font-weight: 600;
      white-space: nowrap;
    }
    em {
      font-weight: 400;
      color: var(--action);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Wordmark {}
