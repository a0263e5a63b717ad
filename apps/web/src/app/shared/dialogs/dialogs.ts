import { MatDialogConfig } from '@angular/material/dialog';

/** How a dialog opens: what is not said is as in every dialog. */
export function dialog<Data = unknown>(
  config: Readonly<Partial<MatDialogConfig<Data>>>,
): MatDialogConfig<Data> {
  return Object.assign(new MatDialogConfig<Data>(), { maxWidth: '92vw' }, config);
}
