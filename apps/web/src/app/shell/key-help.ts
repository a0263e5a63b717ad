import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  inject,
  output,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { keysAt } from './screen-keys';

/** The keys of the screen that is open. */
@Component({
  selector: 'hl-key-help',
  template: `
    <dialog #dialog aria-label="Keys of this screen" (close)="closed.emit()">
      <h2>Keys of this screen</h2>
      <dl>
        @for (key of keys; track key.keys + key.does) {
          <dt>
            <kbd>{{ key.keys }}</kbd>
          </dt>
          <dd>{{ key.does }}</dd>
        }
      </dl>
      <form method="dialog"><button type="submit" class="quiet small">Close</button></form>
    </dialog>
  `,
  styleUrl: './key-help.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeyHelp {
  readonly closed = output();
  protected readonly keys = keysAt(inject(Router).url);
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('dialog');

  constructor() {
    afterNextRender(() => {
      this.dialog().nativeElement.showModal();
    });
  }
}
