import { inject, Injectable } from '@angular/core';
import { MatSnackBar, MatSnackBarConfig } from '@angular/material/snack-bar';

/** How long a sentence is told, and how long something can be undone from there, in milliseconds. */
const TOLD = Object.assign(new MatSnackBarConfig(), { duration: 6000 });
const UNDOABLE = Object.assign(new MatSnackBarConfig(), { duration: 20_000 });

/** Tells what was done, at the foot of the screen, whichever screen comes next. */
@Injectable({ providedIn: 'root' })
export class Snack {
  private readonly bar = inject(MatSnackBar);

  tell(sentence: string): void {
    this.bar.open(sentence, undefined, TOLD);
  }

  /** Tells what was done to many things at once, and undoes it at a press. */
  offerUndo(sentence: string, undo: () => void): void {
    this.bar.open(sentence, 'Undo', UNDOABLE).onAction().subscribe(undo);
  }
}
