import { ChangeDetectionStrategy, Component, inject, input, numberAttribute } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { LevelSentence } from '../levels/level-sentence';
import { writeInstant } from '../shared/dates';
import { Notice } from '../shared/notice';
import { whenChanged } from '../shared/when-changed';
import { versionsActions, versionsFeature } from './versions.feature';

/** One version: what it changed against the one before it. */
@Component({
  selector: 'hl-version',
  imports: [RouterLink, LevelSentence, Notice],
  templateUrl: './version.html',
  styleUrl: './version.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Version {
  readonly number = input.required({ transform: numberAttribute });

  private readonly store = inject(Store);
  protected readonly version = this.store.selectSignal(versionsFeature.selectVersion);
  protected readonly writeInstant = writeInstant;

  constructor() {
    whenChanged(this.number, () => {
      this.ask();
    });
  }

  protected ask(): void {
    this.store.dispatch(versionsActions.opened({ number: this.number() }));
  }
}
