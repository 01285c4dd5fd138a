import { beforeEach, describe, expect, it, vi } from 'vitest';
import { TUB_TRIM } from '$core/reference';
import { sent } from './desk.testkit';
import { sit, stubPage } from './session.testkit';

vi.mock('$lib/device/send', () => ({ sendJson: async () => ({ ok: true, body: {} }) }));
const words = await import('$lib/ui/bench/notice-words');

beforeEach(() => {
  sent.length = 0;
  stubPage();
});

const shot = { placement: 'chest', projectile: 'expanding', shotSide: 'left' } as const;

describe('what the step in hand says', () => {
  it('adds lead to the cautions of what was hit, on its side, with how much of it goes', () => {
    const { session } = sit({}, shot);
    session.desk.choose('flankWhole-left');
    expect(session.shotSide).toBe(true);
    expect(session.cautionKeys.filter((k) => k === 'lead')).toHaveLength(2);
    expect(words.leadWords(session)).toMatch(/^20 cm round the track goes, about \d+ % of the meat$/);
    session.desk.choose('ribMeat-left');
    expect(session.cautionKeys).toContain('lead');
    session.desk.choose('ribMeat-right');
    expect(session.shotSide).toBe(false);
    expect(session.cautionKeys).not.toContain('lead');
    session.desk.choose('strap-left');
    expect(session.cautionKeys).not.toContain('lead');
  });

  it('minds this animal’s own: the shot side first, then what falls', () => {
    const { session } = sit({ gouges: { flankWhole: 1 } }, shot);
    session.desk.choose('flankWhole-left');
    const keys = () => words.stepWords.warnLines(session.desk.row!, session).map((w) => w.key);
    expect(keys()[0]).toBe('shot');
    expect(keys()).toContain('gouged');
    session.desk.choose('shoulder-left');
    expect(keys()).toEqual(['drops']);
    session.desk.choose('tenderloin-left');
    expect(keys()).toEqual([]);
  });

  it('adds none where no bullet breaks up, and none where nobody knows', () => {
    const arrow = sit({}, { ...shot, projectile: 'broadhead' });
    arrow.session.desk.choose('ribMeat-left');
    expect(arrow.session.shotSide).toBe(true);
    expect(arrow.session.cautionKeys).not.toContain('lead');
    const unknown = sit();
    unknown.session.desk.choose('ribMeat-left');
    expect(unknown.session.shotSide).toBe(false);
  });

  it('says how tender the piece is as it has hung, and what trim its tub asks for here', () => {
    const plain = sit().session;
    plain.desk.choose('neckRoast-left');
    expect(words.pieceLine(plain.desk.row!, plain)).toMatch(/^tender 1\.5 of 5 ·/);
    const { session } = sit({ aged: { index: 0.5, goal: 0.55 } });
    session.desk.choose('neckRoast-left');
    expect(words.pieceLine(session.desk.row!, session)).toMatch(/^tender 1\.6 of 5 as it has hung ·/);
    const strict = sit({ trims: { standards: { ...TUB_TRIM, prime: 3 }, own: {} } }).session;
    strict.desk.choose('strap-left');
    const grams = strict.desk.row!.expected!.mean;
    expect(words.pieceOf(strict.desk.row!, strict)?.trim).toMatchObject({
      standard: 3,
      grams: Math.round(grams * 0.09)
    });
  });

  it('sets both ways of the other side beside each other, before the saw', () => {
    const { session } = sit();
    session.goBy(session.focus!.id, 'Q3-half');
    session.desk.choose('sides');
    const [onBone, boned] = words.stepWords.sidesLines(session.desk.row!, session).split('\n');
    expect(onBone).toMatch(
      /^Right on the bone: [\d.]+ k?g, [\d.]+ k?g of it bone; prime [\d.]+ k?g, € ?[\d.]+, \d+ min\.$/
    );
    expect(boned).toMatch(/^Right boned too: [\d.]+ k?g; prime /);
    session.desk.choose('strap-left');
    expect(words.stepWords.sidesLines(session.desk.row!, session)).toBe('');
  });

  it('counts the knife in a muscle: on earlier animals and on this one, left and right as one', () => {
    const { session } = sit({ gouges: { strap: 2 } });
    session.desk.choose('strap-left');
    expect(words.gougedAt(session)).toBe(2);
    session.desk.gouge();
    expect(sent.at(-1)?.intent).toMatchObject({ kind: 'gouge', step: 'strap-left', cut: 'strap' });
    expect(words.gougedAt(session)).toBe(3);
    session.desk.choose('strap-right');
    expect(words.gougedAt(session)).toBe(3);
    session.desk.choose('neckRoast-left');
    expect(words.gougedAt(session)).toBe(0);
  });

  it('says the piece that comes, and what a thin cut is worth, each in a line', () => {
    const { session } = sit();
    session.desk.choose('strap-left');
    expect(words.stepWords.pieceLine(session.desk.row!, session)).toMatch(/^tender 5\.0 of 5 · steak, /);
    expect(words.stepWords.worthLine(session.desk.row!, session)).toBe('');
    session.desk.choose('ribMeat-left');
    expect(words.stepWords.worthLine(session.desk.row!, session)).toMatch(
      /^Worth the knife\? .* a minute\.$/
    );
    session.desk.choose('hindLeg-left');
    expect(words.stepWords.pieceLine(session.desk.row!, session)).toBe('');
    // At the frame: nothing came off light, for nothing came off.
    session.desk.choose('frame');
    expect(words.stepWords.lightLine(session.desk.row!, session)).toBe('');
  });

  it('takes as long as whoever works takes', () => {
    const quick = sit();
    const slow = sit({ minutes: { 'take:strap': { mean: 50, n: 30 } } });
    for (const { session } of [quick, slow]) session.desk.choose('strap-left');
    expect(slow.session.takes!).toBeGreaterThan(quick.session.takes! + 30);
  });
});

describe('all of the step', () => {
  it('comes by a second pedal and goes by it; a held pedal counts once', () => {
    const { session, key } = sit();
    session.awake = true;
    key('PageUp');
    expect(session.panel).toBe('step');
    key('PageUp', undefined, true);
    expect(session.panel).toBe('step');
    key('PageUp');
    expect(session.panel).toBeUndefined();
  });

  it('says the slip by a letter where something comes off, and turns the voice on and off', () => {
    vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined });
    const { session, key } = sit();
    session.awake = true;
    session.desk.choose('strap-left');
    key('m');
    expect(sent.at(-1)?.intent.kind).toBe('gouge');
    session.desk.choose('frame');
    key('m');
    expect(sent).toHaveLength(1);
    key('v');
    expect(session.voice.on).toBe(true);
    key('v');
    expect(session.voice.on).toBe(false);
  });
});

describe('a plan in force', () => {
  it('sends a piece to its tub and says so at the step; of what it says nothing, all is as ever', () => {
    const planned = {
      'strap|left': { tub: 'grind' as const, words: 'grind for Senja', grams: 800 },
      'tenderloin|left': { tub: 'slow' as const, words: 'stew', grams: 200 },
      'hindShank|left': { tub: 'slow' as const, words: 'stew', grams: 700, onBone: false }
    };
    const { session } = sit({ planned });
    session.desk.choose('strap-left');
    expect(session.plannedWords).toBe('grind for Senja');
    expect(session.desk.suggested).toBe('grind');
    session.desk.choose('strap-right');
    expect(session.plannedWords).toBe('');
    expect(session.desk.suggested).toBe('prime');
    // A part that is taken off whole is no piece of the plan.
    session.desk.choose('shoulder-left');
    expect(session.plannedWords).toBe('');
    expect(sit().session.plannedOf('strap', 'left')).toBeUndefined();
  });
});
