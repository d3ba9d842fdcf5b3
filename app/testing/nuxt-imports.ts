/**
 * Set-up of the app's unit tests: what Nuxt imports by itself, workers that run on this thread, and a server that cannot be
 * reached, so that stores are tested as they are and against the real solver. Every test has a Pinia of its own.
 */
import { createPinia, defineStore, setActivePinia } from 'pinia'
import { beforeEach } from 'vitest'
import { computed, nextTick, reactive, ref, shallowReactive, shallowRef, toRefs, watch } from 'vue'
import { WorkerHere } from './worker-here'

Object.assign(globalThis, {
  computed,
  defineStore,
  nextTick,
  reactive,
  ref,
  shallowReactive,
  shallowRef,
  toRefs,
  watch,
  Worker: WorkerHere,
  fetch: () => Promise.reject(new Error('There is no network in unit tests.')),
})

beforeEach(() => setActivePinia(createPinia()))
