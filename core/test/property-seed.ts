/**
 * The seed of every property test: always the same one, so that a red run is red again; `npm test -- --explore` (or
 * LIGAMEN_EXPLORE=1) draws a new one for each file and prints it, LIGAMEN_SEED=n repeats it.
 */
import fc from 'fast-check'

const FIXED = 20261127

const { LIGAMEN_EXPLORE, LIGAMEN_SEED } = process.env
const seed = LIGAMEN_SEED
  ? Number(LIGAMEN_SEED)
  : LIGAMEN_EXPLORE
    ? Math.trunc((Math.random() - 0.5) * 2 ** 32)
    : FIXED
if (seed !== FIXED)
  console.error(`Property tests draw from the seed ${seed} (LIGAMEN_SEED=${seed} repeats them).`)

fc.configureGlobal({ seed })
