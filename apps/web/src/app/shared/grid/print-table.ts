import type { ShownTable } from './shown-table';

/** Prints a table with all its rows: a grid itself has only those in sight. */
export function printTable(document: Document, title: string, { columns, rows }: ShownTable): void {
  const page = document.createElement('section');
  page.className = 'printed-table';
  const heading = document.createElement('h1');
  heading.textContent = title;
  const table = document.createElement('table');
  const head = table.createTHead().insertRow();
  for (const { name, figures } of columns) {
    const cell = document.createElement('th');
    cell.scope = 'col';
    cell.textContent = name;
    cell.className = figures ? 'figure' : '';
    head.append(cell);
  }
  const body = table.createTBody();
  for (const cells of rows) {
    const row = body.insertRow();
    cells.forEach((text, place) => {
      const cell = row.insertCell();
      cell.textContent = text;
      cell.className = columns[place]?.figures === true ? 'figure' : '';
    });
  }
  page.append(heading, table);
  document.body.append(page);
  document.body.classList.add('printing-table');
  try {
    document.defaultView?.print();
  } finally {
    document.body.classList.remove('printing-table');
    page.remove();
  }
}
