/** Draws the first scenario of a mechanism as a few small pictures, for its card on the start page. */
import { siOr } from '@ligamen/core'
import { meshesAtHand } from '../meshes-at-hand'
import { FilmStage } from '../three/film-stage'
import { previewTimes } from './protocol'
import type { FromPreview, ToPreview } from './protocol'

const say = (message: FromPreview, transfer: Transferable[] = []) =>
  (globalThis as unknown as Worker).postMessage(message, transfer)

globalThis.onmessage = ({ data }: MessageEvent<ToPreview>) => {
  const { document, meshes, ...look } = data
  const [scenario] = document.scenarios
  const known = meshesAtHand(meshes)
  const times = scenario && previewTimes(siOr(scenario.length, 'time'))
  const stage =
    scenario &&
    FilmStage.open({
      ...look,
      document,
      scenario: scenario.id,
      view: null,
      times: times!,
      finer: 1,
      isShowing: false,
      // nothing is written on so small a picture
      display: () => '',
      meshes: (hash) => known.get(hash),
    })
  if (stage?.ok) {
    for (let k = 0; k < times!.length; k++) {
      stage.value.draw(k)
      const picture = stage.value.canvas.transferToImageBitmap()
      say({ type: 'picture', picture }, [picture])
    }
    stage.value.dispose()
  }
  say({ type: 'done' })
}
