import type { Body } from './body';
import { radiusFactor, type Faces } from './cover';
import { Cylinder, type CylinderFaces } from './cylinder';
import { Line, onSkin, type LineFaces } from './line';
import { cellsFor } from './modes';
import type { Phase } from './phases';

/** °C at a moment. */
export interface Temperatures {
  /** The warmest place of the ham's axis, or the middle of a small animal. */
  core: number;
  /** Skin of the ham, under the hide as long as it is on. */
  surface: number;
  /** Inner face of the trunk's wall; the cavity of a small animal. */
  wall: number;
  /** Middle of the shoulder. */
  shoulder: number;
  /** Face that quartering lays open, and that of a ham opened to the bone; the skin where neither was done. */
  end: number;
  fresh: number;
}

/** The solids of one animal as they cool together. */
export interface Solids {
  /** Before the first step of a phase. */
  enter: (phase: Phase) => void;
  step(dt: number, now: Faces, before?: Faces): void;
  read(faces: Faces): Temperatures;
  /** A probe's word: every cell's excess over the air becomes so many times what it was, and so many kelvins more. */
  scale(air: number, times: number, add: number): void;
}

const cylinderFaces = ({ side, near, far }: Faces): CylinderFaces => ({ side, near, far });
const wallFaces = ({ outer, inner }: Faces): LineFaces => ({ outer, inner });
const hamFaces = ({ side, fresh }: Faces): LineFaces => ({ outer: side, inner: fresh });

/** A ham laid open to the bone, as a slab from the fresh face to the skin: each layer keeps its share of the round one's meat. */
function laidOpen(hams: Cylinder): Line {
  const section = hams.section();
  const slab = new Line('slab', hams.radius, 0, section.length);
  const n = section.length;
  for (let i = 0; i < n; i += 1) {
    // The slab's layer up to share f of its thickness is the round one's up to √f of its radius.
    const place = Math.sqrt((i + 0.5) / n) * n - 0.5;
    const below = Math.min(n - 1, Math.max(0, Math.floor(place)));
    const above = Math.min(n - 1, below + 1);
    const share = Math.min(1, Math.max(0, place - below));
    slab.t[i] = (section[below] as number) * (1 - share) + (section[above] as number) * share;
  }
  return slab;
}

/** Large game: both hams as a cylinder, a shoulder, the trunk's wall. */
function large(body: Body, start: number): Solids {
  const hams = new Cylinder(body.radius, body.length, start, cellsFor(body.radius));
  const shoulder = new Line('slab', body.shoulder, start, 12);
  const wall = new Line('slab', 2 * body.wall, start, 6);
  let open: Line | undefined;
  let opened = false;
  return {
    enter(phase) {
      hams.radius = body.radius * radiusFactor(phase);
      opened = phase.opened;
      if (phase.hamOpened) open ??= laidOpen(hams);
    },
    step(dt, now, before) {
      if (open) open.step(dt, hamFaces(now), before && hamFaces(before));
      else hams.step(dt, cylinderFaces(now), before && cylinderFaces(before));
      shoulder.step(dt, onSkin(now.side), before && onSkin(before.side));
      // With the gut in, the wall stays at blood heat.
      if (opened) wall.step(dt, wallFaces(now), before && wallFaces(before));
    },
    read(faces) {
      const surface = open ? open.surface(faces.side) : hams.surface(faces.side);
      return {
        core: open ? open.warmest() : hams.core(),
        surface,
        wall: opened ? wall.innerSurface(faces.inner) : start,
        shoulder: shoulder.core(),
        end: open ? surface : hams.nearSurface(faces.near),
        fresh: open ? open.innerSurface(faces.fresh) : surface
      };
    },
    scale(air, times, add) {
      for (const { t } of [open ?? hams, shoulder, ...(opened ? [wall] : [])])
        scaleExcess(t, air, times, add);
    }
  };
}

/** Small game and birds: one long cylinder. */
function small(body: Body, start: number): Solids {
  const whole = new Line('cylinder', body.radius, start, 12);
  return {
    enter: () => undefined,
    step: (dt, now, before) => whole.step(dt, onSkin(now.side), before && onSkin(before.side)),
    read(faces) {
      const surface = whole.surface(faces.side);
      const core = whole.core();
      // The wall round the cavity is thin: it has the skin's temperature (own estimate).
      return { core, surface, wall: surface, shoulder: core, end: surface, fresh: surface };
    },
    scale: (air, times, add) => scaleExcess(whole.t, air, times, add)
  };
}

function scaleExcess(t: Float64Array, air: number, times: number, add: number): void {
  for (let i = 0; i < t.length; i += 1) t[i] = air + add + ((t[i] as number) - air) * times;
}

/** The solids of a body, all of it at one temperature to begin with, °C. */
export const solidsOf = (body: Body, start: number): Solids =>
  body.kind === 'large' ? large(body, start) : small(body, start);
