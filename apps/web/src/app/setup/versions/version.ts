import { ChangeDetectionStrategy, Component, inject, input, numberAttribute } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { AnyObjectChange, VersionRow, VersionView } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { map, type Observable } from 'rxjs';
import { objectSentence, objectTitle } from '../../editing/draft/object-words';
import { namesOfThings } from '../../shared/reference/names';
import { hasPermission } from '../../shared/session/may-do';
import { writeInstant } from '../../shared/numbers/dates';
import { Notice } from '../../shared/notices/notice';
import { unbroken, writer } from '../../shared/numbers/numbers';
import type { Offer } from '../../shared/fields/pick-field';
import { SearchPick } from '../../shared/fields/search-pick';
import { whenChanged } from '../../shared/requests/when-changed';
import { VersionsApi } from './versions.api';
import { versionsActions, versionsFeature } from './versions.feature';

const OFFERED = 12;

/** One version: what it changed against the one before it, or against any other. */
@Component({
  selector: 'hl-version',
  imports: [MatButton, Notice, RouterLink, SearchPick],
  templateUrl: './version.html',
  styleUrl: './version.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Version {
  readonly number = input.required({ transform: numberAttribute });

  private readonly store = inject(Store);
  protected readonly version = this.store.selectSignal(versionsFeature.selectVersion);
  private readonly names = namesOfThings();
  private readonly api = inject(VersionsApi);
  protected readonly refused = this.store.selectSignal(versionsFeature.selectRefused);
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly others = (text: string): Observable<Offer<VersionRow>[]> =>
    this.api
      .page({ text, limit: OFFERED })
      .pipe(
        map(({ rows }) =>
          rows
            .filter(({ number }) => number !== this.number())
            .map((row) => ({ key: String(row.number), text: row.note, value: row })),
        ),
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

  protected compare({ number: against }: VersionRow): void {
    this.store.dispatch(versionsActions.opened({ number: this.number(), against }));
  }

  /** From the version in force the way leads to the one it is compared with. */
  protected wayBack({ number, inForce, against }: VersionView): number | null {
    return inForce ? against : number;
  }

  protected goBack(number: number): void {
    this.store.dispatch(versionsActions.goBack({ number }));
  }

  protected ask(): void {
    this.store.dispatch(versionsActions.opened({ number: this.number(), against: null }));
  }
}
