import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NavigationStart, Router, RouterOutlet } from '@angular/router';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Store } from '@ngrx/store';
import { filter } from 'rxjs';
import { draftActions } from '../draft/draft.feature';
import { DraftBar } from '../draft/draft-bar';
import { WorkingsStrip } from '../workings/workings-strip';
import { workingsActions } from '../workings/workings.feature';
import { Rail } from './rail';

/** The rail at the left, the sheet in the middle, the workings at its right, the draft at its foot. */
@Component({
  selector: 'hl-frame',
  imports: [RouterOutlet, Rail, WorkingsStrip, DraftBar],
  template: `
    <a class="unseen skip" href="#sheet">To the sheet</a>
    <hl-rail />
    <div class="book">
      <div class="spread">
        <main id="sheet" tabindex="-1"><router-outlet /></main>
        <hl-workings-strip />
      </div>
      <hl-draft-bar />
    </div>
  `,
  styleUrl: './frame.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Frame {
  constructor() {
    const store = inject(Store);
    store.dispatch(draftActions.asked());
    // A price of a screen that is left explains nothing on the next one.
    inject(Router)
      .events.pipe(
        filter((event) => event instanceof NavigationStart),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        store.dispatch(workingsActions.cleared());
      });
  }
}
