/**
 * A page that plays a mechanism by itself: reads the document in it, solves the chosen scenario with the core, and shows the
 * motion, lanes, checks, values and curves. Built into one file of HTML by scripts/steps/player.mjs.
 */
import { openModel, reasons, siOr } from '@ligamen/core'
import type { Evidence, Model, PlayingPage } from '@ligamen/core'
import inter from '@fontsource/inter/files/inter-latin-500-normal.woff2'
import interBold from '@fontsource/inter/files/inter-latin-600-normal.woff2'
import { display } from '~/fields/display'
import { dark, light } from '~/theme/tokens'
import { meshesAtHand, trianglesInText } from '~/view/meshes-at-hand'
import { stagedTake } from '~/view/staged'
import { paletteOf } from '~/view/three/palette'
import { loadInter } from '~/view/writing/fonts'
import { inksOf } from '~/view/writing/paint'
import { at } from './dom'
import { showLanes } from './lanes'
import { showChecks, showCharts, showValues } from './measured'
import { Playhead } from './playhead'
import { Show } from './show'
import { solveHere } from './solving'

const page = JSON.parse(at('content').textContent) as PlayingPage
const meshes = meshesAtHand(trianglesInText(page.meshes))
let isDark = matchMedia('(prefers-color-scheme: dark)').matches
/** Counts the scenarios that were asked for: the last one is wanted. */
let asked = 0

const colours = () => (isDark ? dark : light).colors as Record<string, string>
const show = new Show(at('model'), at('written'), () => inksOf(colours()))
const playhead = new Playhead()
const say = (words: string) => (at('said').textContent = words)
const sayVerdict = (words: string) => (at('verdict').textContent = words)

function showWays() {
  at('through').setAttribute('aria-pressed', String(show.through))
  at('own').setAttribute('aria-pressed', String(!show.through))
}

/** Solves a scenario and shows it. */
async function open(model: Model, id: string): Promise<void> {
  const mine = ++asked
  const wanted = () => mine === asked
  say('')
  playhead.pause()
  const solved = await solveHere(
    model,
    id,
    (share) => sayVerdict(`Solving … ${Math.round(100 * share)} %`),
    wanted,
  )
  if (!solved) return
  const staged = solved.ok ? stagedTake(model, solved.value.take) : solved
  if (!solved.ok || !staged.ok) {
    sayVerdict('')
    say(reasons(staged.ok ? [] : staged.problems))
    return
  }
  const { take, clearances } = solved.value
  const { document, mobility } = model
  const length = siOr(staged.value.source.length, 'time')
  const evidence: Evidence = { document, take, length, mobility, clearances: null }
  show.set(staged.value, {
    palette: paletteOf(colours()),
    isShowing: false,
    display: (value, dimension) => display(value, dimension, 0),
    meshes: (hash) => meshes.get(hash),
  })
  showWays()
  const moved = [showLanes(at('lanes'), staged.value, evidence), showCharts(evidence)]
  const valuesAt = showValues(take)
  playhead.set(take, (frame, time) => {
    show.goTo(frame, time)
    valuesAt(frame)
    for (const head of moved) head(take.frames > 1 ? frame / (take.frames - 1) : 0)
  })
  const verdict = showChecks(evidence)
  sayVerdict(verdict('clearances are followed …'))
  if (!clearances) return
  const found = await clearances((share) =>
    sayVerdict(verdict(`clearances are followed … ${Math.round(100 * share)} %`)),
  )
  if (found && wanted()) sayVerdict(showChecks({ ...evidence, clearances: found })(''))
}

function setAppearance() {
  for (const [name, value] of Object.entries(colours()))
    document.documentElement.style.setProperty(`--${name}`, value)
  at('appearance').setAttribute('aria-pressed', String(isDark))
}

async function start(): Promise<void> {
  setAppearance()
  await loadInter(document.fonts, inter, interBold)
  const model = openModel(page.document)
  if (!model.ok) return void say(reasons(model.problems))
  const choice = at<HTMLSelectElement>('scenario')
  for (const { id, name } of page.document.scenarios) choice.add(new Option(name, id))
  const openChosen = () => void open(model.value, choice.value)
  choice.addEventListener('change', openChosen)
  show.onOwn = showWays
  at('through').addEventListener('click', () => (show.setThrough(true), showWays()))
  at('own').addEventListener('click', () => (show.setThrough(false), showWays()))
  at('whole').addEventListener('click', () => (show.whole(), showWays()))
  at('appearance').addEventListener('click', () => {
    isDark = !isDark
    setAppearance()
    openChosen()
  })
  if (page.document.scenarios.length > 0) openChosen()
  else say('This mechanism has no scenario yet.')
}

void start()
