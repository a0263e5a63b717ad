import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { NavigationStart, Router, RouterOutlet } from '@angular/router';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Store } from '@ngrx/store';
import { filter } from 'rxjs';
import { draftActions } from '../draft/draft.feature';
import { DraftBar } from '../draft/draft-bar';
import { WorkingsStrip } from '../workings/workings-strip';
import { workingsActions } from '../workings/workings.feature';
import { UnsentNotice } from '../outbox/unsent-notice';
import { Finder } from './finder';
import { KeyHelp } from './key-help';
import { Rail } from './rail';

/** The rail at the left, the sheet in the middle, the workings at its right, the draft at its foot. */
@Component({
  selector: 'hl-shell',
  imports: [RouterOutlet, Rail, UnsentNotice, WorkingsStrip, DraftBar, Finder, KeyHelp],
  template: `
    <a class="unseen skip" href="#sheet">To the sheet</a>
    <hl-rail (finding)="shown.set('finder')" (keysAsked)="shown.set('keys')" />
    <div class="book">
      <hl-unsent-notice />
      <div class="spread">
        <main id="sheet" tabindex="-1"><router-outlet /></main>
        <hl-workings-strip />
      </div>
      <hl-draft-bar />
    </div>
    @if (shown() === 'finder') {
      @defer (on immediate) {
        <hl-finder (closed)="shown.set(null)" />
      }
    } @else if (shown() === 'keys') {
      @defer (on immediate) {
        <hl-key-help (closed)="shown.set(null)" />
      }
    }
  `,
  host: { '(document:keydown)': 'key($event)' },
  styleUrl: './shell.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Shell {
  /** What lies over the sheet. */
  protected readonly shown = signal<'finder' | 'keys' | null>(null);

  private readonly router = inject(Router);

  constructor() {
    const store = inject(Store);
    store.dispatch(draftActions.asked());
    // A price of a screen that is left explains nothing on the next one.
    this.router.events
      .pipe(
        filter((event) => event instanceof NavigationStart),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        store.dispatch(workingsActions.cleared());
      });
  }

  protected key(event: KeyboardEvent): void {
    const { key, target, ctrlKey, metaKey, altKey } = event;
    if ((ctrlKey || metaKey) && key.toLowerCase() === 'k') {
      event.preventDefault(); // a browser's own search would open otherwise
      this.shown.set('finder');
    } else if (key === 'F9') {
      event.preventDefault();
      void this.router.navigate(['/price-desk']);
    } else if (key === '?' && !ctrlKey && !altKey && !isTypedInto(target)) {
      this.shown.set('keys');
    }
  }
}

function isTypedInto(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLInputElement ||
    target instanceof HTMLTextAreaElement ||
    target instanceof HTMLSelectElement
  );
}
