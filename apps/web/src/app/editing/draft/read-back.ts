import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** An object read back as one sentence; where something of it is still to be said, that it counts nowhere. */
@Component({
  selector: 'hl-read-back',
  template: `
    @if (sentence(); as sentence) {
      <p class="sentence">{{ sentence }}</p>
    } @else {
      <p class="attention" role="status">
        △ Not complete yet. It counts nowhere, and cannot be published, until the marked fields are
        filled.
      </p>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadBack {
  /** Null while it cannot be read. */
  readonly sentence = input.required<string | null>();
}
