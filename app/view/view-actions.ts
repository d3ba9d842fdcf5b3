/** What can be done with the view, by name and key; the menu of the view, the palette and the keys share it. */
import type { Side } from '~/view/three/viewpoint'
import { sideWords } from './sides'

export interface ViewAction {
  readonly id: string
  readonly name: string
  readonly keys: string
  readonly enabled: boolean
  readonly run: () => unknown
}

/** What it needs of the view. */
export interface Looking {
  readonly look: (side: Side | null, ids?: readonly string[]) => void
  readonly lookBack: () => void
  readonly measure: () => void
}

/** @param bodies that are selected */
export function viewActions(
  { look, lookBack, measure }: Looking,
  bodies: readonly string[],
  parallel: boolean,
  setParallel: (on: boolean) => void,
  looks: { isShowing: boolean; outlines: boolean; forces: boolean | null },
  hasForces: boolean,
): ViewAction[] {
  return [
    { id: 'fit', name: 'Fit the model into the view', keys: 'V A', enabled: true, run: () => look(null) },
    {
      id: 'zoom-selected',
      name: 'Zoom to what is selected',
      keys: 'V S',
      enabled: bodies.length > 0,
      run: () => look(null, bodies),
    },
    ...sideWords.map(({ side, name, key }) => ({
      id: `view-${side}`,
      name,
      keys: `V ${key}`,
      enabled: true,
      run: () => look(side),
    })),
    { id: 'measure', name: 'Measure between two places', keys: 'V M', enabled: true, run: measure },
    { id: 'previous-view', name: 'Previous view', keys: 'V V', enabled: true, run: lookBack },
    {
      id: 'parallel',
      name: parallel ? 'Show in perspective' : 'Show in parallel',
      keys: 'V P',
      enabled: true,
      run: () => setParallel(!parallel),
    },
    {
      id: 'showing',
      name: looks.isShowing ? 'Show it plain, as a drawing' : 'Show it as it is made',
      keys: 'V W',
      enabled: true,
      run: () => (looks.isShowing = !looks.isShowing),
    },
    {
      id: 'forces',
      name: hasForces ? 'Hide the forces' : 'Show the forces',
      keys: 'V N',
      enabled: true,
      run: () => (looks.forces = !hasForces),
    },
    {
      id: 'outlines',
      name: looks.outlines ? 'Hide the edges' : 'Draw the edges too',
      keys: 'V E',
      enabled: looks.isShowing,
      run: () => (looks.outlines = !looks.outlines),
    },
  ]
}
