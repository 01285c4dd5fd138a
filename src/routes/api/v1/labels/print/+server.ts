import { PrinterGone } from '$lib/server/devices/label-printer';
import { labelPng } from '$lib/server/files/label';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { NO_STAND_INS, STAND_INS_IN_SETTINGS } from '$lib/server/devices/stand-ins';
import { labelsOf } from '$lib/server/labels';
import { reachedBy } from '$lib/server/doors/door';
import { printSchema, printerSchema } from '../about';

/** Prints labels in their order; where the printer goes in the midst of it, the rest is named, to be sent again. */
export const POST = api(async ({ request, locals }, house) => {
  const body = printSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const { base } = await reachedBy(locals);
  const labels = await labelsOf(house, body.data.packs, base);
  const printed: string[] = [];
  for (const label of labels) {
    try {
      await house.labelPrinter.print(label.id, await labelPng(label));
      printed.push(label.id);
    } catch (error) {
      if (!(error instanceof PrinterGone)) throw error;
      break;
    }
  }
  return json({ printed, left: labels.map((l) => l.id).filter((id) => !printed.includes(id)) });
});

/** Takes the simulated printer away, or brings it back. */
export const PUT = api(async ({ request }, { labelPrinter, standIns }) => {
  if (!(await standIns()))
    return problem({ status: 409, title: NO_STAND_INS, detail: STAND_INS_IN_SETTINGS });
  const body = printerSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  labelPrinter.switch(body.data.off);
  return json({ off: labelPrinter.off });
});
