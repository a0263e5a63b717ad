import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { switchMap } from 'rxjs';
import { CatalogueApi } from '../../shared/reference/catalogue.api';

/** A scanner types this fast, and then presses Enter. */
const MILLISECONDS_A_KEY = 8;

/**
 * In place of a real scanner: takes an item off an imagined shelf and types its GTIN into the field
 * that was told to listen, key by key, with Enter at the end, as a scanner on a keyboard’s port does.
 */
@Component({
  selector: 'hl-scanner-stand-in',
  imports: [MatButton],
  template: `
    <button type="button" matButton [disabled]="busy()" (click)="scan()">Scan something</button>
    <span class="soft">{{ said() || 'in place of a scanner' }}</span>
  `,
  styles: `
    :host {
      display: inline-flex;
      align-items: baseline;
      gap: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ScannerStandIn {
  /** A field is to take what is typed next. */
  readonly aimed = output();

  private readonly api = inject(CatalogueApi);
  protected readonly busy = signal(false);
  protected readonly said = signal('');

  protected scan(): void {
    this.busy.set(true);
    this.api
      .items({ limit: 1, offset: 0 })
      .pipe(
        switchMap(({ total }) =>
          this.api.items({ limit: 1, offset: Math.floor(Math.random() * total) }),
        ),
        switchMap(({ rows: [row] }) => this.api.one(row?.item ?? '')),
      )
      .subscribe({
        next: ({ gtin, item }) => {
          void this.type(gtin ?? item);
        },
        error: () => {
          this.busy.set(false);
          this.said.set('the shelf cannot be reached');
        },
      });
  }

  private async type(text: string): Promise<void> {
    this.aimed.emit();
    const field = document.activeElement;
    if (field instanceof HTMLInputElement) {
      for (const key of text) {
        field.value += key;
        field.dispatchEvent(new Event('input', { bubbles: true }));
        await new Promise((resolve) => setTimeout(resolve, MILLISECONDS_A_KEY));
      }
      const enter = { key: 'Enter', keyCode: 13, bubbles: true, cancelable: true };
      field.dispatchEvent(new KeyboardEvent('keydown', enter));
    }
    this.said.set(`scanned ${text}`);
    this.busy.set(false);
  }
}
