import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { searchOf, type QueryParams } from '../requests/search-params';

/** What a screen shows, to be taken out as a file: one link for each format. */
@Component({
  selector: 'hl-file-links',
  template: `
    Export
    @for (one of links(); track one.format) {
      <a [href]="one.address" [attr.aria-label]="'Export as ' + one.name" download>{{
        one.name
      }}</a>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 8px;
      color: var(--soft-ink);
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileLinks {
  /** Where the file comes from. */
  readonly address = input.required<string>();
  /** What narrows and sorts it, as on the screen; what is empty is left out. */
  readonly query = input.required<QueryParams>();
  readonly formats = input<readonly string[]>(['csv', 'xlsx']);

  protected readonly links = computed(() =>
    this.formats().map((format) => {
      const search = searchOf({ ...this.query(), format });
      return { format, name: format.toUpperCase(), address: `${this.address()}?${search}` };
    }),
  );
}
