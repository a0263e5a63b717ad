import { HttpClient } from '@angular/common/http';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
} from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import type { NewSending, Sending } from '@honest-ledger/contracts';
import { documentTitle } from '@honest-ledger/wording';
import { hasPermission } from '../../../shared/session/may-do';
import { writeInstant } from '../../../shared/numbers/dates';
import { Notice } from '../../../shared/notices/notice';
import { resourceWithCommands } from '../../../shared/requests/read-and-sent';
import type { OpenDocument } from '../state/documents.feature';

/** Sends a document with its PDF, and tells what was sent of it: the stand-in keeps it, and mails nothing. */
@Component({
  selector: 'hl-document-sending',
  imports: [MatButton, MatFormField, MatInput, MatLabel, Notice],
  template: `
    @if (found().problem; as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    @for (one of found().value ?? []; track one.id) {
      <p class="soft">
        Sent to {{ one.to }} on {{ instant(one.sentAt) }} by {{ one.sentBy }}:
        <a [href]="'/api/sendings/' + one.id + '/message'" download>{{ one.subject }}</a>
      </p>
    }
    @if (maySend() && !writing()) {
      <button
        type="button"
        matButton="outlined"
        [disabled]="!isSaved()"
        [title]="isSaved() ? '' : 'Not saved yet, so it cannot be sent'"
        (click)="writing.set(true)"
      >
        Send…
      </button>
    }
    @if (writing()) {
      <form class="notice" aria-label="Send the document" (submit)="send($event)">
        <mat-form-field
          ><mat-label>To</mat-label><input matInput type="email" name="to" required maxlength="200"
        /></mat-form-field>
        <mat-form-field
          ><mat-label>Subject</mat-label
          ><input matInput name="subject" required maxlength="200" [value]="title()"
        /></mat-form-field>

        <mat-form-field
          ><mat-label>Text</mat-label
          ><textarea matInput name="text" rows="3" maxlength="5000"></textarea>
        </mat-form-field>
        <p class="soft">
          The PDF goes with it. This installation mails nothing: the outbox keeps the message as it
          would go.
        </p>
        <p>
          <button type="submit" matButton="filled">Send</button>
          <button type="button" matButton="outlined" (click)="writing.set(false)">Cancel</button>
        </p>
      </form>
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 8px 0 0;
    }
    :host(.writing) {
      flex-basis: 100%;
    }
    p {
      margin: 4px 0;
    }
    form button {
      margin-right: 10px;
    }
    form {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    label {
      display: grid;
      grid-template-columns: 70px 420px;
      align-items: baseline;
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
  host: { '[class.writing]': 'writing()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentSending {
  readonly open = input.required<OpenDocument>();

  private readonly http = inject(HttpClient);
  private readonly number = computed(() => this.open().number);
  private readonly mayWrite = hasPermission('writeDocuments');
  /** Nothing is sent that waits or was cancelled. */
  protected readonly maySend = computed(() => {
    const { view } = this.open();
    return this.mayWrite() && !view.held && view.state !== 'cancelled' && view.lines.length > 0;
  });
  protected readonly isSaved = computed(() => {
    const { view, editing } = this.open();
    return view.state !== 'open' || editing.state === 'saved';
  });
  protected readonly title = computed(() => documentTitle(this.open().view));
  protected readonly writing = linkedSignal({ source: this.number, computation: () => false });
  private readonly sendings = resourceWithCommands(
    this.number,
    (number) => this.http.get<Sending[]>(at(number)),
    () => {
      this.writing.set(false);
    },
  );
  protected readonly found = this.sendings.heard;
  protected readonly instant = writeInstant;

  protected send(event: Event): void {
    event.preventDefault();
    if (!(event.target instanceof HTMLFormElement)) return;
    const typed = new FormData(event.target);
    const said = (name: string): string => {
      const value = typed.get(name);
      return typeof value === 'string' ? value.trim() : '';
    };
    const { revision } = this.open().view;
    const body: NewSending = {
      revision,
      to: said('to'),
      subject: said('subject'),
      text: said('text'),
    };
    this.sendings.send(this.http.post<Sending[]>(at(this.number()), body));
  }
}

function at(number: number): string {
  return `/api/documents/${String(number)}/sendings`;
}
