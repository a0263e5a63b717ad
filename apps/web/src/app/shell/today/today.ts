import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { RouterLink } from '@angular/router';
import type { TodayMargins, TodayView } from '@honest-ledger/contracts';
import { hasPermission } from '../../shared/session/may-do';
import { dialog } from '../../shared/dialogs/dialogs';
import { writeCalendarDay, writeInstant, writeDay, writeWeekday } from '../../shared/numbers/dates';
import { failed, idle, loading, ready, type Loadable } from '../../shared/requests/loadable';
import { Notice } from '../../shared/notices/notice';
import { writeNumber } from '../../shared/numbers/numbers';
import { problemOf } from '../../shared/requests/problems';
import { MarginChart } from './margin-chart';
import { changeWords } from '../../editing/history/record-words';
import { eventAddress, eventThing, eventWords } from './today-words';
import { TodayApi } from './today.api';

/** What needs the attention of whoever sits down: what waits, what starts and ends, how margin goes. */
@Component({
  selector: 'hl-today',
  imports: [MarginChart, MatButton, Notice, RouterLink],
  templateUrl: './today.html',
  styleUrl: './today.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Today {
  private readonly api = inject(TodayApi);
  private readonly dialogs = inject(MatDialog);
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly mayWrite = hasPermission('writeDocuments');
  private readonly ended = inject(DestroyRef);
  protected readonly today = signal<Loadable<TodayView>>(idle);
  protected readonly changes = computed(() =>
    (this.today().value?.changes ?? []).map((change) => ({
      ...change,
      words: changeWords(change),
    })),
  );
  protected readonly day = writeWeekday(new Date());
  protected readonly versionWords = computed(() => {
    const view = this.today().value;
    if (!view) return '';
    const { number, since } = view.version;
    return ` · version ${String(number)} in force since ${writeDay(since)}`;
  });
  protected readonly instant = writeInstant;
  protected readonly since = writeDay;
  protected readonly shortDay = writeCalendarDay;
  protected readonly thing = eventThing;
  protected readonly eventWords = eventWords;
  protected readonly address = eventAddress;

  constructor() {
    this.read();
  }

  protected read(): void {
    this.today.update(loading);
    this.api
      .read()
      .pipe(takeUntilDestroyed(this.ended))
      .subscribe({
        next: (view) => {
          this.today.set(ready(view));
        },
        error: (error: unknown) => {
          this.today.update((before) => failed(before, problemOf(error)));
        },
      });
  }

  protected waits({ approvals, proposedPrices, drafts }: TodayView): boolean {
    return approvals !== null || proposedPrices !== null || drafts.length > 0;
  }

  protected hasSales({ weeks }: TodayMargins): boolean {
    return weeks.some(({ margin }) => margin !== null);
  }

  protected marginWords({ target, weeks, homeCurrency, otherCurrencies }: TodayMargins): string {
    const latest = weeks.findLast(({ margin }) => margin !== null);
    const sentences = [
      latest?.margin
        ? `${writeNumber(latest.margin)} % of ${writeNumber(latest.amount)} ${homeCurrency} in the week from ${writeCalendarDay(latest.monday)}.`
        : '',
      target === null ? '' : `Dashed: the target of ${writeNumber(target)} %.`,
      otherCurrencies === 0
        ? ''
        : `${String(otherCurrencies)} ${otherCurrencies === 1 ? 'sale' : 'sales'} in other currencies not counted.`,
    ];
    return sentences.filter((sentence) => sentence !== '').join(' ');
  }

  /** The dialog's code comes when it is first asked for. */
  protected async editTarget(target: string | null): Promise<void> {
    const { MarginTarget } = await import('./margin-target');
    this.dialogs
      .open<object, string | null, boolean>(MarginTarget, dialog({ data: target, width: '420px' }))
      .afterClosed()
      .subscribe((saved) => {
        if (saved) this.read();
      });
  }
}
