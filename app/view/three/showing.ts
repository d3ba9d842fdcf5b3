/**
 * Pictures that show things as they are: light from all around, made by code, and darker where surfaces meet (ambient occlusion).
 * It takes several times as long as the plain view; whoever calls it does so for pictures that stand still, and for films.
 * Source: the ground truth ambient occlusion of three's examples (Jimenez et al., Practical Real-Time Strategies for Accurate
 * Indirect Occlusion, 2016).
 */
import * as THREE from 'three'
import { RoomEnvironment } from 'three/examples/jsm/environments/RoomEnvironment.js'
import { EffectComposer } from 'three/examples/jsm/postprocessing/EffectComposer.js'
import { GTAOPass } from 'three/examples/jsm/postprocessing/GTAOPass.js'
import { OutputPass } from 'three/examples/jsm/postprocessing/OutputPass.js'
import { RenderPass } from 'three/examples/jsm/postprocessing/RenderPass.js'
import type { AnyCamera } from './snapshot'

/** How far surfaces darken each other, as a share of the size of the model. */
const REACH = 0.045
/** How deep what darkens is taken to be, likewise: less leaves a dark rim before things far behind it. */
const DEPTH = 0.02
const SAMPLES = 4

/** Light from a bright room, which is made and not read from a file. The caller lets it go. */
export function roomLight(renderer: THREE.WebGLRenderer): THREE.Texture {
  const maker = new THREE.PMREMGenerator(renderer)
  const { texture } = maker.fromScene(new RoomEnvironment(), 0.04)
  maker.dispose()
  return texture
}

export class Showing {
  private composer: EffectComposer | null = null
  private ambient: GTAOPass | null = null
  private camera: AnyCamera | null = null
  private size = new THREE.Vector2()

  constructor(
    private readonly renderer: THREE.WebGLRenderer,
    private readonly scene: THREE.Scene,
  ) {}

  /** Draws onto the canvas. @param reach a length that represents the model [m] */
  render(camera: AnyCamera, reach: number): void {
    const size = this.renderer.getSize(new THREE.Vector2())
    if (!this.composer || this.camera !== camera || !size.equals(this.size)) this.compose(camera, size)
    this.ambient!.updateGtaoMaterial({
      radius: REACH * reach,
      thickness: DEPTH * reach,
      distanceFallOff: 1,
      distanceExponent: 1.5,
      scale: 1.2,
      samples: 16,
    })
    this.composer!.render()
  }

  dispose(): void {
    for (const pass of this.composer?.passes ?? []) pass.dispose()
    this.composer?.dispose()
    this.composer = null
  }

  private compose(camera: AnyCamera, size: THREE.Vector2): void {
    this.dispose()
    const target = new THREE.WebGLRenderTarget(1, 1, { type: THREE.HalfFloatType, samples: SAMPLES })
    this.composer = new EffectComposer(this.renderer, target)
    this.composer.setPixelRatio(this.renderer.getPixelRatio())
    this.composer.setSize(size.x, size.y)
    const { width, height } = this.composer.renderTarget1
    this.ambient = new GTAOPass(this.scene, camera, width, height)
    this.composer.addPass(new RenderPass(this.scene, camera))
    this.composer.addPass(this.ambient)
    this.composer.addPass(new OutputPass())
    this.camera = camera
    this.size = size
  }
}
