import css from './MeshView.module.css';
import { Group, Radio } from '@mantine/core';
import { each3 } from '../../../core/geometry/each3.ts';
import { useEffect, useRef, useState } from 'react';
import {
  AmbientLight,
  BufferAttribute,
  BufferGeometry,
  Color,
  DirectionalLight,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  Raycaster,
  Scene,
  Vector2,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import { turnDown } from '../../../core/mesh/turnDown.ts';
import { turnMatrix, type Placement } from '../../../core/mesh/placement.ts';
import type { ShadeAnswer, ShadedMesh, ShadeWish } from '../../../workers/shadeMesh.ts';
import type { MeshChoice } from '../model/mesh.ts';
import type { CheckContext } from '../../rules/context.ts';

type Shading = 'overhang' | 'thickness';
const [WIDTH, HEIGHT] = [620, 380];
const GRID_MM = 20;
const STEP = 0.12;
const CLICK_PX = 4;

/** The part in three dimensions on its plate, shaded by what overhangs beyond what is proven or by how thick it is. */
export default function MeshView({
  file,
  others,
  choice,
  sheet,
  limitDeg,
  onRest,
}: {
  readonly file: () => Promise<Blob>;
  readonly others: () => Promise<readonly (readonly [string, Blob])[]>;
  readonly choice: MeshChoice;
  readonly sheet: CheckContext;
  readonly limitDeg: number;
  /** Turns the part so that it rests on a face somebody pointed at. */
  readonly onRest?: ((turnDeg: readonly [number, number, number]) => void) | undefined;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [shaded, setShaded] = useState<ShadedMesh | null>(null);
  const [says, setSays] = useState<string | null>('Reading it…');
  const [by, setBy] = useState<Shading>('overhang');
  /** What a click does, as of the last drawing: the picture is not made anew for it. */
  const restOn = useRef<(normal: ArrayLike<number>) => void>(() => undefined);
  useEffect(() => {
    restOn.current = (normal) => onRest?.(turnDown(asDrawnNormal(normal, choice.placement)));
  }, [onRest, choice]);
  const width = sheet.recipe.lay?.visibleWall.widthMm ?? 0.4;
  const layer = sheet.recipe.lay?.firstLayerHeightMm ?? 0.2;
  const [plateX, plateY] = sheet.machine.travelMm;
  useEffect(() => {
    const worker = new Worker(new URL('../../../workers/shadeMesh.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<ShadeAnswer>) => {
      if ('refusal' in data) setSays(data.refusal);
      else {
        setShaded(data.shaded);
        setSays(null);
      }
    };
    void Promise.all([file(), others()]).then(
      ([blob, besides]) => worker.postMessage({ file: blob, others: besides, choice } satisfies ShadeWish),
      (e: unknown) => setSays(e instanceof Error ? e.message : 'The file cannot be fetched'),
    );
    return () => worker.terminate();
  }, [file, others, choice]);
  useEffect(() => {
    const el = canvas.current;
    if (!el || !shaded) return;
    let view: View;
    try {
      view = new View(el, shaded, [plateX, plateY]);
    } catch {
      setSays('This browser draws nothing in three dimensions; the plan and the height sheet say the same');
      return;
    }
    view.paint(coloursOf(el, shaded, by, { limitDeg, widthMm: width, plateMm: layer / 2 }));
    view.onFace = (face) => {
      if (face < shaded.ownFaces) restOn.current(shaded.normals.subarray(9 * face, 9 * face + 3));
    };
    return () => view.close();
  }, [shaded, by, limitDeg, width, layer, plateX, plateY]);
  return (
    <div>
      <Group gap={16} mb={6} role="radiogroup" aria-label="Shaded by">
        {(['overhang', 'thickness'] as const).map((s) => (
          <Radio
            key={s}
            name="shading"
            checked={by === s}
            onChange={() => setBy(s)}
            label={
              s === 'overhang'
                ? `overhangs beyond ${limitDeg.toFixed(0)}°`
                : sheet.technology === 'resin'
                  ? `thinner than ${(2 * width).toFixed(1)} mm`
                  : `thinner than two lines of ${width.toFixed(2)} mm`
            }
          />
        ))}
        <span className="hint" role="status">
          {says ??
            `Drag to turn, wheel to zoom, arrow keys and + − as well.${onRest ? ' Click a face to rest the part on it.' : ''}`}
        </span>
      </Group>
      {shaded && (
        <canvas
          ref={canvas}
          width={WIDTH}
          height={HEIGHT}
          tabIndex={0}
          role="img"
          aria-label={`The part on its plate, shaded by ${by}`}
          className={css.shaded}
        />
      )}
    </div>
  );
}

/** Direction of a face as it was drawn, from how it stands: turned and scaled back. */
function asDrawnNormal(n: ArrayLike<number>, { turnDeg, scale }: Placement): readonly [number, number, number] {
  const m = turnMatrix(turnDeg);
  const s = each3((k) => n[k]! * scale[k]);
  return each3((k) => m[k]! * s[0] + m[3 + k]! * s[1] + m[6 + k]! * s[2]);
}

interface Limits {
  readonly limitDeg: number;
  readonly widthMm: number;
  readonly plateMm: number;
}
/** One colour a corner: clay where all is well, ochre towards a limit, oxide beyond it. */
function coloursOf(
  el: HTMLElement,
  { leanDeg, thicknessMm, xyz, partFaces }: ShadedMesh,
  by: Shading,
  l: Limits,
): Float32Array {
  const css = getComputedStyle(el);
  const [clay, ochre, oxide, held] = ['--clay', '--ochre', '--oxide', '--ink'].map(
    (v) => new Color(css.getPropertyValue(v).trim()),
  );
  const out = new Float32Array(9 * leanDeg.length);
  for (let t = 0; t < leanDeg.length; t++) {
    const onPlate = Math.max(xyz[9 * t + 2]!, xyz[9 * t + 5]!, xyz[9 * t + 8]!) <= l.plateMm;
    const colour =
      t >= partFaces
        ? held
        : by === 'overhang'
          ? onPlate || leanDeg[t]! <= l.limitDeg - 10
            ? clay
            : leanDeg[t]! <= l.limitDeg
              ? ochre
              : oxide
          : thicknessMm[t]! < l.widthMm
            ? oxide
            : thicknessMm[t]! < 2 * l.widthMm
              ? ochre
              : clay;
    for (let i = 0; i < 3; i++) out.set([colour!.r, colour!.g, colour!.b], 9 * t + 3 * i);
  }
  return out;
}

/** Draws when something moved, and at no other time. */
class View {
  private readonly renderer: WebGLRenderer;
  private readonly scene = new Scene();
  private readonly camera = new PerspectiveCamera(35, WIDTH / HEIGHT, 1, 5000);
  private readonly controls: OrbitControls;
  private readonly geometry = new BufferGeometry();
  private readonly solid: Mesh;
  /** Told which face was clicked. */
  onFace: (face: number) => void = () => undefined;
  private pressedAt: readonly [number, number] = [0, 0];
  private readonly draw = (): void => this.renderer.render(this.scene, this.camera);

  constructor(
    private readonly canvas: HTMLCanvasElement,
    { xyz, normals, min, max }: ShadedMesh,
    [plateX, plateY]: readonly [number, number],
  ) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
    this.renderer.setPixelRatio(Math.min(2, devicePixelRatio));
    this.renderer.setSize(WIDTH, HEIGHT, false);
    this.geometry.setAttribute('position', new BufferAttribute(xyz, 3));
    this.geometry.setAttribute('normal', new BufferAttribute(normals, 3));
    this.solid = new Mesh(this.geometry, new MeshLambertMaterial({ vertexColors: true }));
    this.scene.add(this.solid);
    this.scene.add(plateGrid(plateX, plateY));
    this.scene.add(new AmbientLight(0xffffff, 1.6));
    const size = Math.max(...max.map((v, k) => v - min[k]!), 20);
    const middle = new Vector3(...max.map((v, k) => (v + min[k]!) / 2));
    const sun = new DirectionalLight(0xffffff, 2.2);
    this.camera.up.set(0, 0, 1);
    this.camera.position.copy(middle).add(new Vector3(-0.9, -1.9, 0.9).multiplyScalar(size));
    sun.position.copy(this.camera.position).add(new Vector3(0, 0, size * 2));
    this.scene.add(sun, sun.target);
    sun.target.position.copy(middle);
    this.controls = new OrbitControls(this.camera, canvas);
    this.controls.target.copy(middle);
    this.controls.addEventListener('change', this.draw);
    this.controls.update();
    canvas.addEventListener('keydown', this.byKey);
    canvas.addEventListener('pointerdown', this.press);
    canvas.addEventListener('click', this.click);
  }

  paint(colours: Float32Array): void {
    this.geometry.setAttribute('color', new BufferAttribute(colours, 3));
    this.draw();
  }

  private readonly press = (e: PointerEvent): void => {
    this.pressedAt = [e.clientX, e.clientY];
  };
  private readonly click = (e: MouseEvent): void => {
    // a drag turns the view and points at nothing
    if (Math.hypot(e.clientX - this.pressedAt[0], e.clientY - this.pressedAt[1]) > CLICK_PX) return;
    const box = this.canvas.getBoundingClientRect();
    const at = new Vector2((2 * (e.clientX - box.left)) / box.width - 1, 1 - (2 * (e.clientY - box.top)) / box.height);
    const ray = new Raycaster();
    ray.setFromCamera(at, this.camera);
    const [hit] = ray.intersectObject(this.solid);
    if (hit?.faceIndex !== undefined && hit.faceIndex !== null) this.onFace(hit.faceIndex);
  };

  private readonly byKey = (e: KeyboardEvent): void => {
    const turn = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, -STEP], ArrowDown: [0, STEP] }[e.key];
    const nearer = { '+': 0.88, '-': 1.14 }[e.key];
    if (!turn && !nearer) return;
    e.preventDefault();
    const from = this.camera.position.clone().sub(this.controls.target);
    if (nearer) from.multiplyScalar(nearer);
    if (turn) {
      const far = from.length();
      const flat = Math.atan2(from.y, from.x) + turn[0]!;
      const up = Math.min(1.5, Math.max(-1.5, Math.asin(from.z / far) - turn[1]!));
      from.set(Math.cos(flat) * Math.cos(up), Math.sin(flat) * Math.cos(up), Math.sin(up)).multiplyScalar(far);
    }
    this.camera.position.copy(this.controls.target).add(from);
    this.controls.update();
    this.draw();
  };

  close(): void {
    this.canvas.removeEventListener('keydown', this.byKey);
    this.canvas.removeEventListener('pointerdown', this.press);
    this.canvas.removeEventListener('click', this.click);
    this.controls.dispose();
    this.geometry.dispose();
    this.renderer.dispose();
  }
}

function plateGrid(w: number, d: number): LineSegments {
  const at: number[] = [];
  for (let x = 0; x < w; x += GRID_MM) at.push(x, 0, 0, x, d, 0);
  for (let y = 0; y < d; y += GRID_MM) at.push(0, y, 0, w, y, 0);
  at.push(w, 0, 0, w, d, 0, 0, d, 0, w, d, 0);
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(at), 3));
  return new LineSegments(geometry, new LineBasicMaterial({ color: 0xb9b3a4 }));
}
