import type { Promised, SavedPlan } from '$core/plan';
import { PLAN_USE_NAMES } from '$core/reference';
import type { Formatter } from '$lib/words/formatter';
import { piecesOf, shortWords, whoOf } from '$lib/words/plan';
import { INK, LINE, SOFT, printed, type Node } from './pdf';

export interface PromiseSheet {
  larder: string;
  plan: SavedPlan;
  /** Codes and kinds of its animals. */
  animals: readonly { code: string; name: string; held: boolean }[];
  promised: readonly Promised[];
  people: number;
  /** Day of printing. */
  printed: string;
  format: Formatter;
}

const span = ({ low, high }: { low: number; high: number }): string => {
  const [a, b] = [Math.floor(low), Math.ceil(high)];
  return a === b ? String(a) : `${a} to ${b}`;
};

/** What the one who gets the meat may expect: so many meals of this, that and mince, eight times in ten. One page of A4. */
export function promisePdf(sheet: PromiseSheet): Promise<Uint8Array> {
  const { larder, plan, animals, promised, people, format } = sheet;
  const whose = plan.wishes.map((w) => w.name).join(', ');
  const head = (text: string): Node => ({ text, color: SOFT, fontSize: 9 });
  const right = (node: Record<string, unknown>): Node => ({ alignment: 'right', ...node });
  const meals = promised.reduce((sum, p) => sum + p.meals.mean, 0);
  const held = animals.filter((a) => a.held);
  const short = plan.plan.served.filter((s) => s.shortage);
  return printed({
    pageSize: 'A4',
    pageMargins: [56, 56, 56, 56],
    info: { title: `Promise for ${whose}` },
    defaultStyle: { font: 'Larder', fontSize: 11, color: INK, lineHeight: 1.25 },
    footer: {
      every: { text: `${larder} · ${sheet.printed}`, margin: [56, 12], fontSize: 8, color: SOFT }
    },
    content: [
      { text: `For ${whose}`, bold: true, fontSize: 22 },
      {
        text: `From ${animals.map((a) => `${a.code} ${a.name.toLowerCase()}`).join(' and ')}: about ${Math.round(meals)} meals for ${people}.`,
        margin: [0, 2, 0, 14]
      },
      ...held.map((a): Node => ({
        text: `HELD: ${a.code} is held back. Nobody gives or eats of it before that is lifted; this sheet lifts nothing.`,
        bold: true,
        margin: [0, 0, 0, 10]
      })),
      {
        table: {
          widths: ['*', 70, 70, 80],
          headerRows: 1,
          body: [
            [
              head('What'),
              right({ ...(head('pieces') as object) }),
              right({ ...(head('meals') as object) }),
              right({ ...(head('ready to cook') as object) })
            ],
            ...promised.map((p) => [
              {
                text: p.pieces ? piecesOf(p.use, Math.round(p.pieces.mean)) : PLAN_USE_NAMES[p.use],
                bold: true
              },
              right({ text: p.pieces ? span(p.pieces) : '' }),
              right({ text: span(p.meals) }),
              right({ text: format.mass(Math.round(p.product.mean)) })
            ])
          ]
        },
        layout: {
          hLineColor: LINE,
          hLineWidth: 0.7,
          vLineWidth: 0,
          paddingTop: 5,
          paddingBottom: 5
        }
      },
      {
        text: 'Eight animals in ten give what lies between the two figures. What is on the animal is a model until it is weighed; what comes off otherwise changes it.',
        color: SOFT,
        margin: [0, 10, 0, 0]
      },
      ...(short.length > 0
        ? [
            { text: 'Wished for, and short', bold: true, margin: [0, 14, 0, 2] },
            { ul: short.map((s) => shortWords(s, format, whoOf(plan.wishes, s))) }
          ]
        : [])
    ]
  });
}
