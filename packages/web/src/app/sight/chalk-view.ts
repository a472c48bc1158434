import { type CordName, type StandCard, type StandScene, type View } from '@lotrecht/core';
import {
  type BufferGeometry,
  CircleGeometry,
  Color,
  Group,
  Mesh,
  MeshBasicMaterial,
  type Object3D,
  Scene,
  type Vector3,
  WebGLRenderer,
} from 'three';
import { LineMaterial } from 'three/examples/jsm/lines/LineMaterial.js';
import { LineSegments2 } from 'three/examples/jsm/lines/LineSegments2.js';
import { LineSegmentsGeometry } from 'three/examples/jsm/lines/LineSegmentsGeometry.js';
import { chalkCamera, pixelOf, placeCamera, placed } from './place-camera.ts';

/** A name in the picture, pixels from the upper left. */
export interface ChalkLabel {
  readonly kind: StandCard['kind'];
  readonly name: string;
  readonly x: number;
  readonly y: number;
}

/** How a cord is drawn: colour, px, and the lengths of a dash, m. */
interface Stroke {
  readonly colour: string;
  readonly px: number;
  readonly dashM?: number;
}

const SLATE = '#20282b';
const CHALK = '#ece8dc';
const FAINT = '#7d878a';
const TWINE = '#d9b36c';
const ROD = '#f2b632';
const STEEL = '#b7c3c9';
const OUT = '#ff9d7a';
const IN = '#8fd0c4';
const SEEMS = '#ffd86b';
/** Farther than any landmark: the horizon, m. */
const HORIZON_M = 3_000;
const MOST_PIXELS = 2;

const STROKES: Readonly<Record<CordName, Stroke>> = {
  'target-line': { colour: CHALK, px: 1.5, dashM: 0.6 },
  string: { colour: TWINE, px: 2.5 },
  rod: { colour: ROD, px: 5 },
  gate: { colour: ROD, px: 5 },
  toes: { colour: OUT, px: 3 },
  'toe-rod': { colour: OUT, px: 4 },
  foot: { colour: CHALK, px: 5 },
  shaft: { colour: STEEL, px: 3.5 },
  'sighting-shaft': { colour: STEEL, px: 3.5 },
  edge: { colour: STEEL, px: 6 },
  aim: { colour: STEEL, px: 1.5, dashM: 0.15 },
  seeming: { colour: SEEMS, px: 1.5, dashM: 0.9 },
  asked: { colour: OUT, px: 5 },
  trestle: { colour: STEEL, px: 3 },
  post: { colour: FAINT, px: 1.5 },
};

const POSTS: Readonly<Record<StandCard['kind'], string>> = {
  target: IN,
  landmark: FAINT,
  mark: SEEMS,
  seeming: SEEMS,
  body: OUT,
  felt: CHALK,
};

/**
 * Chalk on slate: lines and rods of a set-up from an eye. Draws when it is told to, and never by itself.
 *
 * @throws Error where this device draws no depth
 */
export class ChalkView {
  private readonly renderer: WebGLRenderer;
  private readonly camera = chalkCamera();
  private readonly scene = new Scene();
  private stand = new Group();
  private cards: readonly StandCard[] = [];
  private size = { width: 1, height: 1 };

  constructor(private readonly canvas: HTMLCanvasElement) {
    const context = canvas.getContext('webgl2', { antialias: true, powerPreference: 'low-power' });
    if (context === null) throw new Error('This device draws no depth.');
    this.renderer = new WebGLRenderer({ canvas, context });
    this.renderer.setPixelRatio(Math.min(MOST_PIXELS, globalThis.devicePixelRatio));
    this.scene.background = new Color(SLATE);
    this.scene.add(this.stand);
  }

  /** What there is to see; drawn with the next look. */
  put({ ball, cords, cards }: StandScene, asItShouldBe: boolean): void {
    this.empty();
    this.cards = cards;
    // Lines that look alike are drawn in one go: each going costs a device without a graphics card dearly.
    const alike = new Map<string, { readonly stroke: Stroke; readonly points: Vector3[] }>();
    const chalk = (points: readonly Vector3[], stroke: Stroke): void => {
      const look = Object.values(stroke).join();
      const lines = alike.get(look) ?? { stroke, points: [] };
      alike.set(look, lines);
      for (const [n, to] of points.entries()) {
        const from = points[n - 1];
        if (from !== undefined) lines.points.push(from, to);
      }
    };
    const horizon = [-1, 1].map((side) => placed({ xM: side * 3 * HORIZON_M, yM: HORIZON_M, zM: 0 }));
    chalk(horizon, { colour: FAINT, px: 1.5 });
    for (const { name, points } of cords) {
      const stroke = STROKES[name];
      const isBody = name === 'toes' && asItShouldBe;
      chalk(points.map(placed), isBody ? { ...stroke, colour: IN } : stroke);
    }
    for (const { kind, foot, heightM } of cards) {
      const colour = kind === 'body' && asItShouldBe ? IN : POSTS[kind];
      if (heightM > 0) chalk([placed(foot), placed({ ...foot, zM: heightM })], { colour, px: 3 });
    }
    for (const { stroke, points } of alike.values()) this.stand.add(this.lines(points, stroke));
    this.stand.add(this.ball(placed(ball), ball.zM));
  }

  resize(width: number, height: number): void {
    this.size = { width: Math.max(1, width), height: Math.max(1, height) };
    this.renderer.setSize(this.size.width, this.size.height, false);
  }

  /** Draws once. @returns the names that are in sight, and where */
  look(view: View): readonly ChalkLabel[] {
    placeCamera(this.camera, view, this.size);
    for (const child of this.stand.children)
      if (child.userData['facing'] === true) child.quaternion.copy(this.camera.quaternion);
    this.renderer.render(this.scene, this.camera);
    return this.cards.flatMap(({ kind, name, foot, heightM }) => {
      const at = pixelOf(this.camera, { ...foot, zM: heightM }, this.size);
      if (at === null || at.x < 0 || at.x > this.size.width || at.y < 0 || at.y > this.size.height) return [];
      return [{ kind, name, ...at }];
    });
  }

  /** Gives everything back that was taken of the device. */
  close(): void {
    this.empty();
    this.renderer.dispose();
    this.renderer.forceContextLoss();
    this.canvas.width = 0;
  }

  private empty(): void {
    this.stand.traverse((object: Object3D & { geometry?: BufferGeometry; material?: unknown }) => {
      object.geometry?.dispose();
      (object.material as { dispose?: () => void } | undefined)?.dispose?.();
    });
    this.scene.remove(this.stand);
    this.stand = new Group();
    this.scene.add(this.stand);
  }

  /** @param ends of each piece, two by two */
  private lines(ends: readonly Vector3[], { colour, px, dashM }: Stroke): LineSegments2 {
    const geometry = new LineSegmentsGeometry();
    geometry.setPositions(ends.flatMap(({ x, y, z }) => [x, y, z]));
    const material = new LineMaterial({
      color: colour,
      linewidth: px,
      ...(dashM !== undefined && { dashed: true, dashSize: dashM, gapSize: dashM }),
    });
    const lines = new LineSegments2(geometry, material);
    if (dashM !== undefined) lines.computeLineDistances();
    return lines;
  }

  private ball(at: Vector3, radiusM: number): Mesh {
    const ball = new Mesh(new CircleGeometry(radiusM, 20), new MeshBasicMaterial({ color: CHALK }));
    ball.position.copy(at);
    ball.userData['facing'] = true;
    return ball;
  }
}
