import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  numberAttribute,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type { AnyObjectChange } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { objectSentence, objectTitle } from '../draft/object-words';
import { namesOfThings } from '../reference/names';
import { mayDo } from '../session/may-do';
import { writeInstant } from '../shared/dates';
import { Notice } from '../shared/notice';
import { unbroken, writer } from '../shared/numbers';
import { whenChanged } from '../shared/when-changed';
import { versionsActions, versionsFeature } from './versions.feature';

/** One version: what it changed against the one before it, or against any other. */
@Component({
  selector: 'hl-version',
  imports: [RouterLink, Notice],
  templateUrl: './version.html',
  styleUrl: './version.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Version {
  readonly number = input.required({ transform: numberAttribute });

  private readonly store = inject(Store);
  protected readonly version = this.store.selectSignal(versionsFeature.selectVersion);
  private readonly names = namesOfThings();
  private readonly list = this.store.selectSignal(versionsFeature.selectList);
  protected readonly refused = this.store.selectSignal(versionsFeature.selectRefused);
  protected readonly mayEdit = mayDo('editSetup');
  protected readonly others = computed(() =>
    (this.list().value ?? []).filter(({ number }) => number !== this.number()),
  );
  protected readonly title = objectTitle;
  protected readonly writeInstant = writeInstant;

  constructor() {
    whenChanged(this.number, () => {
      this.ask();
    });
  }

  protected sentence(change: AnyObjectChange, side: 'before' | 'after'): string | null {
    const sentence = objectSentence(change, side, this.names(), writer);
    return sentence === null ? null : unbroken(sentence);
  }

  protected compare({ target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    const against = Number(target.value);
    this.store.dispatch(versionsActions.opened({ number: this.number(), against }));
  }

  protected goBack(number: number): void {
    this.store.dispatch(versionsActions.goBack({ number }));
  }

  protected ask(): void {
    this.store.dispatch(versionsActions.opened({ number: this.number(), against: null }));
    this.store.dispatch(versionsActions.listOpened());
  }
}
