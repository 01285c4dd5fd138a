import { TABLE_BOUNDS, readTable, type TableFault } from '$lib/server/files/table';
import { api, json, readBytes } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';

const FAULTS: Readonly<Record<TableFault, string>> = {
  empty: 'Nothing stands in it.',
  unreadable: 'Neither a CSV file nor an .xlsx workbook that can be read.',
  'old-excel': 'An old .xls workbook: save it as .xlsx or CSV first.',
  'too-many-rows': `At most ${TABLE_BOUNDS.rows} rows at once: part it by season.`,
  'too-wide': `At most ${TABLE_BOUNDS.columns} columns.`,
  'too-large': 'What it unpacks to is too large for a list of animals.'
};

export const POST = api(async ({ request }) => {
  const read = await readTable(await readBytes(request, TABLE_BOUNDS.bytes));
  return read.ok
    ? json({ sheets: read.sheets })
    : problem({ status: 422, title: 'Not a list that can be read', detail: FAULTS[read.fault] });
});
