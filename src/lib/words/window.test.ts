import { describe, expect, it } from 'vitest';
import { formatter } from './formatter';
import { midnights, spanWords, timeTicks } from './time';
import {
  answerWords,
  barKind,
  barWords,
  closingWords,
  coldWords,
  minutesWords,
  noteWords,
  roomWords,
  shortMoment,
  shortWarnings,
  sourWords,
  stateWords,
  type RoomRow
} from './window';
import { DAY, HOUR } from '$core/units';

/** A Wednesday evening. */
const NOW = Date.UTC(2026, 10, 25, 20);
const ZONE = 'Europe/Oslo';
const format = formatter({ units: 'kg', degrees: 'C', currency: 'EUR', vocabulary: 'plain', timeZone: ZONE });

const window = (more: object = {}) => ({
  opens: NOW - DAY,
  closes: NOW + 3 * DAY,
  never: false,
  state: 'open' as const,
  openedBy: 'ageing' as const,
  closedBy: 'spoilage' as const,
  line: 'quiet' as const,
  goal: 0.55,
  ageing: 0.61,
  spoilage: 0.4,
  rind: 0.2,
  ...more
});
const row = (more: Partial<RoomRow> = {}): RoomRow => ({
  code: '26-014',
  facts: { species: 'fallow', sex: 'female', ageClass: 'adult' },
  count: null,
  held: null,
  urgency: 'later',
  minutes: 163,
  window: window(),
  ...more
});

describe('a window in words', () => {
  it('says what it is now and when it changes', () => {
    expect(stateWords(window(), format, NOW)).toBe('Open until 28 Nov, 21:00.');
    expect(stateWords(window({ closes: Infinity }), format, NOW)).toBe('Open.');
    expect(stateWords(window({ state: 'closed', closes: NOW - HOUR }), format, NOW)).toMatch(
      /^Closed since 25 Nov, 20:00: cut now/
    );
    expect(stateWords(window({ state: 'ageing', never: true }), format, NOW)).toMatch(/^Cut now:/);
    const ages = window({ state: 'ageing', opens: NOW + DAY });
    expect(stateWords(ages, format, NOW)).toBe('Opens 26 Nov, 21:00, closes 28 Nov, 21:00.');
    expect(stateWords(window({ state: 'ageing', opens: Infinity, closes: Infinity }), format, NOW)).toBe(
      'Does not open in this record.'
    );
    // Far ones need no hour.
    expect(stateWords(window({ closes: NOW + 9 * DAY }), format, NOW)).toBe('Open until 4 December 2026.');
  });

  it('never sends to the knife what is still warm or stiff', () => {
    for (const waits of ['warm', 'stiff'] as const)
      for (const w of [
        window({ state: 'cooling', never: true, waits }),
        window({ state: 'closed', closes: NOW - HOUR, waits })
      ]) {
        expect(stateWords(w, format, NOW)).toMatch(/then cut without waiting/);
        expect(stateWords(w, format, NOW)).not.toMatch(/cut now/i);
        expect(barWords(row({ window: w }), NOW, ZONE)).not.toMatch(/cut now/i);
      }
  });

  it('tells what the record says of bone sour from what the forecast would add', () => {
    expect(sourWords('quiet', 'quiet')).toBe('');
    expect(sourWords('quiet', 'act')).toContain('ahead, by the forecast');
    expect(sourWords('watch', 'act')).toBe('risk of bone sour: check it');
    expect(sourWords('act', 'act')).not.toContain('forecast');
  });

  it('of what is still being reckoned nothing is promised', () => {
    const { window: _, ...bare } = row({ urgency: 'unknown', pending: true });
    const pending: RoomRow = bare;
    expect(noteWords(pending, NOW, 'UTC')).toBe('being reckoned');
    expect(roomWords([pending])).toBe('One is still being reckoned.');
    expect(roomWords([pending, row()])).toBe('One is still being reckoned.');
    expect(roomWords([pending, pending])).not.toContain('Nothing has to be cut');
  });

  it('out in the field every warning of the record is told, bone sour first, and which to act on', () => {
    const outcome = (boneSour: 'quiet' | 'act', gutLeft: 'quiet' | 'watch' | 'act') =>
      ({ soFar: { boneSour, gutLeft }, inAll: { boneSour } }) as never;
    const told = shortWarnings(outcome('act', 'act'), { warmLine: 'watch' }, ['gut', 'warm', 'sour', 'cold']);
    expect(told.map((w) => [w.text.split(':')[0], w.act])).toEqual([
      ['bone sour likely', true],
      ['the gut was left in long', true],
      ['its open faces were warm too long', false],
      ['chilled fast', false]
    ]);
    expect(shortWarnings(outcome('quiet', 'quiet'), { warmLine: 'quiet' }, [])).toEqual([]);
  });

  it('says why', () => {
    expect(closingWords(window())).toBe('Opens by ageing; closes by growth on its open faces.');
    expect(closingWords(window({ closedBy: 'days' }))).toContain('by the most days it usually hangs');
    expect(closingWords(window({ openedBy: 'stiff' }))).toContain('nobody has felt it');
    expect(closingWords(window({ openedBy: 'stiff', felt: 'stiff' }))).toContain('felt stiff');
    for (const [line, word] of [
      ['hurry', 'trim, and hurry'],
      ['close', 'past the closing line'],
      ['stop', 'where one stops']
    ] as const)
      expect(closingWords(window({ line }))).toContain(word);
  });
});

describe('a row of the room', () => {
  it('is drawn by its hold before its hour', () => {
    expect(barKind(row({ held: 'test', urgency: 'now' }), NOW)).toBe('held');
    expect(barKind(row({ urgency: 'today' }), NOW)).toBe('closing');
    expect(barKind(row(), NOW)).toBe('open');
    expect(barKind(row({ window: window({ opens: NOW + HOUR }) }), NOW)).toBe('ages');
  });

  it('says its next hour', () => {
    const words = (more: Partial<RoomRow>) => barWords(row(more), NOW, ZONE);
    expect(words({})).toBe('open until Saturday 21:00');
    expect(words({ urgency: 'tomorrow', window: window({ closes: NOW + DAY }) })).toBe(
      'closes Thursday 21:00'
    );
    expect(words({ window: window({ opens: NOW + DAY }) })).toBe('opens Thursday 21:00');
    expect(words({ window: window({ closes: NOW - HOUR }) })).toBe('closed since Wednesday 20:00');
    expect(words({ window: window({ never: true }) })).toMatch(/^cut now/);
    expect(words({ held: 'test' })).toBe('on hold: test pending');
    expect(words({ window: window({ opens: Infinity }) })).toBe('does not open in this record');
    const { window: _, ...bare } = row();
    expect(barWords(bare, NOW, ZONE)).toBe('');
    expect(noteWords(bare, NOW, ZONE)).toContain('how warm is it there?');
  });

  it('asks for the day of what was killed too long ago, and promises time of nothing that is not known', () => {
    const { window: _, ...bare } = row({ urgency: 'unknown', death: NOW - 61 * DAY });
    expect(noteWords(bare, NOW, ZONE)).toBe('killed more than 60 days ago by the book: is the day right?');
    const cut = row({ urgency: 'today' });
    expect(roomWords([cut, row(), row(), bare])).toMatch(/2 more have time\.$/);
    expect(roomWords([cut, row(), row()])).toMatch(/The rest have time\.$/);
  });

  it('has the figures that matter under it', () => {
    expect(noteWords(row(), NOW, ZONE)).toBe('tender enough since Tuesday 21:00, 2 h 43 at the bench');
    const full = row({
      window: window({ spoilage: 2.64, felt: 'stiff', rind: 1.2 }),
      sour: 'watch',
      coldAt: NOW + 2 * HOUR
    });
    expect(noteWords(full, NOW, ZONE)).toBe(
      'tender enough since Tuesday 21:00, the skin is good until about Saturday 21:00, stiff, cold by Wednesday 23:00, risk of bone sour: check it, 2 h 43 at the bench'
    );
    expect(noteWords(row({ coldAt: Infinity }), NOW, ZONE)).toContain('never cold in this air');
    expect(noteWords(row({ window: window({ rind: 1.2, felt: 'loose' }) }), NOW, ZONE)).toBe(
      'tender enough since Tuesday 21:00, dried crust 1 mm, 2 h 43 at the bench'
    );
    expect(noteWords(row({ window: window({ ageing: 0.22 }) }), NOW, ZONE)).toMatch(
      /^40 % of the way to tender/
    );
    expect(noteWords(row({ window: window({ ageing: 0 }) }), NOW, ZONE)).toMatch(/^not ageing yet: too warm/);
    expect(minutesWords(0)).toBe('');
    expect(minutesWords(65)).toBe('1 h 05');
    expect(shortMoment(NOW + 9 * DAY, NOW, ZONE)).toBe('4 December');
  });
});

describe('the room in a sentence', () => {
  const birds = row({ facts: { species: 'pheasant', sex: 'unknown', ageClass: 'adult' }, count: 8 });
  it('says what is cut now, today, tomorrow, and what has time; never more than it knows', () => {
    expect(roomWords([])).toBe('Nothing hangs.');
    expect(roomWords([{ ...birds, urgency: 'today' }, row()])).toBe(
      'Cut 26-014 (8 pheasants) today. The other has time.'
    );
    expect(roomWords([{ ...birds, urgency: 'now' }, row(), row()])).toBe(
      'Cut 26-014 (8 pheasants) now. The rest have time.'
    );
    expect(
      roomWords([row({ urgency: 'now' }), { ...birds, urgency: 'today' }, row({ urgency: 'tomorrow' })])
    ).toBe('Cut 26-014 (fallow doe) now. Cut 26-014 (8 pheasants) today.');
    expect(roomWords([row({ urgency: 'tomorrow' })])).toBe('Tomorrow 26-014 (fallow doe).');
    expect(roomWords([row(), row({ urgency: 'ages' })])).toBe('Nothing has to be cut before tomorrow’s end.');
    expect(roomWords(['26-003', '26-007', '26-011'].map((code) => row({ code, urgency: 'now' })))).toBe(
      'Cut 26-003 (fallow doe), 26-007 (fallow doe) and 26-011 (fallow doe) now.'
    );
    expect(roomWords([row({ urgency: 'first' }), row()])).toBe(
      'Cool 26-014 (fallow doe) first, then cut without waiting. The other has time.'
    );
    expect(roomWords([row({ urgency: 'unknown' }), row({ urgency: 'unknown' })])).toBe(
      'Nobody has said how warm it is.'
    );
    expect(roomWords([row({ urgency: 'now' }), row({ urgency: 'unknown' })])).toBe(
      'Cut 26-014 (fallow doe) now.'
    );
  });
});

describe('cooling in a sentence', () => {
  const words = (hoursToTarget: number, never = false) =>
    coldWords({ hoursToTarget, never }, NOW - 10 * HOUR, 7, NOW, format);
  it('says since when, by when, or never', () => {
    expect(words(4)).toBe('Cold since 25 Nov, 15:00: 4.0 h from death to 7 °C deep.');
    expect(words(31)).toBe('Cold by 26 Nov, 18:00: 7 °C deep, 21 h from now.');
    expect(words(Infinity, true)).toBe('It never gets to 7 °C in this air.');
    expect(words(Infinity)).toBe('Not down to 7 °C by the end of this drawing.');
  });

  it('says what doing it is worth', () => {
    expect(answerWords({ hoursSaved: 6.4, rind: 33 as never }, 7, format)).toBe(
      'Saves 6.4 h; costs about 33 g of dried crust.'
    );
    expect(answerWords({ hoursSaved: 22 }, 7, format)).toBe('Saves 22 h.');
    expect(answerWords({ hoursSaved: 0.1 }, 7, format)).toBe('Not worth the cut.');
    expect(answerWords({ hoursSaved: Infinity }, 4, format)).toBe('Only this gets it to 4 °C.');
    expect(answerWords({ hoursSaved: NaN }, 4, format)).toBe('Neither gets to 4 °C in this air.');
  });

  it('spans are minutes, hours, days, or never', () => {
    expect([0.5, 4.26, 31.4, 79, Infinity].map((h) => spanWords(h))).toEqual([
      '30 min',
      '4.3 h',
      '31 h',
      '3 d 7 h',
      'never'
    ]);
    expect(spanWords(25.18, true)).toBe('25.2 h');
    // No day has twenty-four hours left over.
    expect(spanWords(95.8)).toBe('4 d 0 h');
  });
});

describe('an axis of time', () => {
  it('has the zone’s own midnights, through both changes of the clock', () => {
    for (const start of [Date.UTC(2026, 9, 22), Date.UTC(2026, 2, 26)]) {
      const days = midnights(start, start + 7 * DAY, ZONE);
      expect(days.length).toBeGreaterThanOrEqual(7);
      const clock = new Intl.DateTimeFormat('en-GB', { timeZone: ZONE, hour: '2-digit', minute: '2-digit' });
      for (const day of days) expect(clock.format(day)).toBe('00:00');
      expect(new Set(days.slice(1).map((d, i) => (d - days[i]!) / HOUR)).size).toBe(2);
    }
  });

  it('has no more marks than there is room for, rising, days by name', () => {
    for (const days of [1, 3, 7, 14])
      for (const most of [4, 14]) {
        const ticks = timeTicks(NOW, NOW + days * DAY, ZONE, most);
        expect(ticks.length).toBeLessThanOrEqual(most + 2);
        expect(ticks.length).toBeGreaterThan(0);
        expect(ticks.filter((t) => t.day).every((t) => /^\w{3} \d+$/.test(t.label))).toBe(true);
        ticks.forEach((t, i) => i > 0 && expect(t.at).toBeGreaterThan(ticks[i - 1]!.at));
      }
  });
});
