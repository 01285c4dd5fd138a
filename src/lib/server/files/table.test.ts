import { describe, expect, it } from 'vitest';
import writeXlsxFile from 'write-excel-file/node';
import { ZipFile } from 'yazl';
import { TABLE_BOUNDS, readTable } from './table';

const bytesOf = async (stream: AsyncIterable<Uint8Array>): Promise<Uint8Array> => {
  const pieces: Uint8Array[] = [];
  for await (const piece of stream) pieces.push(piece);
  return new Uint8Array(Buffer.concat(pieces));
};

/** A workbook out of the XML of its parts. */
async function packed(parts: Readonly<Record<string, string | Buffer>>): Promise<Uint8Array> {
  const zip = new ZipFile();
  for (const [name, xml] of Object.entries(parts)) zip.addBuffer(Buffer.from(xml), name);
  zip.end();
  return bytesOf(zip.outputStream as AsyncIterable<Uint8Array>);
}

const HEAD = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>';
/** One sheet, with what stands in it, beside it, and what cells share. */
const sheet = (
  rows: string,
  {
    after = '',
    before = '',
    shared = '',
    names = '',
    formats = '',
    styles = '<xf numFmtId="0"/>',
    date1904 = ''
  } = {}
): Promise<Uint8Array> =>
  packed({
    'xl/workbook.xml': `${HEAD}<workbook xmlns:r="r"><workbookPr${date1904}/><sheets><sheet name="Deer" sheetId="1" r:id="rId1"/></sheets>${names}</workbook>`,
    'xl/_rels/workbook.xml.rels': `${HEAD}<Relationships><Relationship Id="rId1" Target="worksheets/sheet1.xml"/></Relationships>`,
    'xl/sharedStrings.xml': `${HEAD}<sst>${shared}</sst>`,
    'xl/styles.xml': `${HEAD}<styleSheet><numFmts>${formats}</numFmts><cellStyleXfs><xf numFmtId="14"/></cellStyleXfs><cellXfs>${styles}</cellXfs></styleSheet>`,
    'xl/worksheets/sheet1.xml': `${HEAD}<worksheet>${before}<sheetData>${rows}</sheetData>${after}</worksheet>`
  });
const rowsOf = async (bytes: Uint8Array): Promise<string[][]> => {
  const read = await readTable(bytes);
  if (!read.ok) throw new Error(read.fault);
  return read.sheets[0]!.rows;
};
const faultOf = async (bytes: Uint8Array): Promise<string> => {
  const read = await readTable(bytes);
  return read.ok ? 'read' : read.fault;
};
const inline = (cell: string, text: string) => `<c r="${cell}" t="inlineStr"><is><t>${text}</t></is></c>`;

describe('a workbook', () => {
  it('that a program of its own wrote is read as it shows itself: days, figures, words, empty ends', async () => {
    const { toBuffer } = writeXlsxFile([
      {
        sheet: 'Deer',
        data: [
          ['Date', 'Species', 'Hanging kg', 'Ours'],
          [{ value: new Date(Date.UTC(2021, 9, 3)), format: 'dd/mm/yyyy' }, 'roe & doe <1>', 0.1 + 0.2, true],
          [null, 'roe', 14.2, null],
          []
        ]
      },
      { sheet: 'Boar', data: [['Tag'], ['B 7']] }
    ]);
    expect(await readTable(new Uint8Array(await toBuffer()))).toEqual({
      ok: true,
      sheets: [
        {
          name: 'Deer',
          rows: [
            ['Date', 'Species', 'Hanging kg', 'Ours'],
            ['2021-10-03', 'roe & doe <1>', '0.3', 'true'],
            ['', 'roe', '14.2']
          ]
        },
        { name: 'Boar', rows: [['Tag'], ['B 7']] }
      ]
    });
  });

  it('shows rich text without how it is said, results of formulas, no errors, days of both reckonings', async () => {
    const cells = `<row r="1"><c r="A1" t="s"><v>0</v></c><c r="B1" t="str"><f>A1</f><v>sum</v></c><c r="C1"><f>1+1</f><v>2</v></c><c r="D1" t="e"><v>#N/A</v></c><c r="E1" s="1"><v>44472</v></c><c r="F1" s="2"><v>44472.5</v></c><c r="G1" s="3"><v>3.5</v></c><c r="H1" t="d"><v>2021-10-03T08:00:00</v></c></row>`;
    const extra = {
      shared: '<si><r><t>roe</t></r><rPh><t>ro</t></rPh><r><t xml:space="preserve"> doe</t></r></si>',
      formats:
        '<numFmt numFmtId="164" formatCode="d.\\ mmm yy"/><numFmt numFmtId="165" formatCode="0.0&quot; days&quot;"/>',
      styles: '<xf numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="164"/><xf numFmtId="165"/>'
    };
    expect(await rowsOf(await sheet(cells, extra))).toEqual([
      ['roe doe', 'sum', '2', '', '2021-10-03', '2021-10-03', '3.5', '2021-10-03']
    ]);
    const later = await sheet(cells, { ...extra, date1904: ' date1904="1"' });
    expect((await rowsOf(later))[0]?.[4]).toBe('2025-10-04');
  });

  it('fills what is merged, as far as the sheet goes; cells without names follow one another', async () => {
    const rows = `<row><c t="inlineStr"><is><t>Tag</t></is></c><c t="inlineStr"><is><t>kg</t></is></c></row><row>${inline('A2', 'R 7')}${inline('B2', '4')}</row><row>${inline('B3', '5')}</row>`;
    const after = '<mergeCells><mergeCell ref="A2:A3"/><mergeCell ref="B1:XFD1048576"/></mergeCells>';
    expect(await rowsOf(await sheet(rows, { after }))).toEqual([
      ['Tag', 'kg'],
      ['R 7', '4'],
      ['R 7', '5']
    ]);
  });

  it.each([
    [
      'a named range over the whole sheet',
      () =>
        sheet(`<row r="1">${inline('A1', 'x')}</row>`, {
          names: '<definedNames><definedName name="all">Deer!$A$1:$XFD$1048576</definedName></definedNames>'
        })
    ],
    [
      'columns to a billion',
      () =>
        sheet(`<row r="1">${inline('A1', 'x')}</row>`, {
          before: '<dimension ref="A1:XFD1048576"/><cols><col min="1" max="1000000000" width="9"/></cols>'
        })
    ],
    [
      'ranges that are merged and checked a thousand times',
      () =>
        sheet(`<row r="1">${inline('A1', 'x')}</row>`, {
          after: `<mergeCells>${'<mergeCell ref="A1:XFD1048576"/>'.repeat(5_000)}</mergeCells><dataValidations>${'<dataValidation sqref="A1:XFD1048576"/>'.repeat(5_000)}</dataValidations>`
        })
    ],
    [
      'a cell without text at the end of the world',
      () => sheet(`<row r="1">${inline('A1', 'x')}</row><row r="1048576"><c r="XFD1048576" s="0"/></row>`)
    ]
  ])('is read for what stands in it, whatever is declared: %s', async (_, made) => {
    const before = process.memoryUsage().heapUsed;
    expect(await rowsOf(await made())).toEqual([['x']]);
    expect(process.memoryUsage().heapUsed - before).toBeLessThan(100 * 1024 * 1024);
  });

  it.each([
    [
      'a cell below the last row',
      'too-many-rows',
      () => sheet(`<row r="1001">${inline('A1001', 'x')}</row>`)
    ],
    ['a cell beyond the last column', 'too-wide', () => sheet(`<row r="1">${inline('BI1', 'x')}</row>`)],
    ['a row that counts in letters', 'too-many-rows', () => sheet(`<row r="NaN">${inline('A1', 'x')}</row>`)],
    [
      'what unpacks to hundreds of megabytes',
      'too-large',
      () => sheet(`<row r="1">${' '.repeat(TABLE_BOUNDS.unpacked)}</row>`)
    ],
    ['lists in lists in lists', 'too-large', () => sheet('<x>'.repeat(10_000) + '</x>'.repeat(10_000))],
    [
      'more shared texts than any list has',
      'too-large',
      () => sheet('', { shared: '<si><t>x</t></si>'.repeat(200_001) })
    ],
    [
      'an entity that unfolds',
      'unreadable',
      () =>
        packed({
          'xl/workbook.xml': `${HEAD}<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><workbook>&b;</workbook>`
        })
    ],
    ['XML that breaks off', 'unreadable', () => sheet('<row r="1"><c')],
    [
      'bytes that are no text',
      'unreadable',
      () => packed({ 'xl/workbook.xml': Buffer.from([0xff, 0xfe, 0xff]) })
    ],
    ['a zip of something else', 'unreadable', () => packed({ 'readme.txt': 'hello' })]
  ])('with %s is refused', async (_, fault, made) => {
    expect(await faultOf(await made())).toBe(fault);
  });

  it('lets others through while it is read', async () => {
    const bytes = await sheet('<row r="1"><c r="A1"/></row>'.repeat(400_000));
    let turns = 0;
    let reading = true;
    const look = () => {
      turns += 1;
      if (reading) setImmediate(look);
    };
    setImmediate(look);
    expect(await faultOf(bytes)).toBe('empty');
    reading = false;
    // 12 MB come in pieces of 64 kB at most.
    expect(turns).toBeGreaterThan(100);
  });
});

describe('a list', () => {
  it.each([
    ['nothing', new Uint8Array(), 'empty'],
    ['blanks', new TextEncoder().encode(' ; \n;;\n'), 'empty'],
    ['an old workbook', new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 1, 2, 3]), 'old-excel'],
    ['a zip that is none', new Uint8Array([0x50, 0x4b, 0x03, 0x04, 9, 9]), 'unreadable'],
    ['a picture', new Uint8Array([0x89, 0x50, 0, 0, 0, 13, 10, 26, 0, 255]), 'unreadable'],
    ['too many rows', new TextEncoder().encode('a;b\n'.repeat(1_200)), 'too-many-rows'],
    ['too many columns', new TextEncoder().encode('a;'.repeat(80)), 'too-wide']
  ])('that is %s is said', async (_, bytes, fault) => {
    expect(await faultOf(bytes)).toBe(fault);
  });
});
