/** A form knows whether one of its fields holds what was refused: then nothing is made from the values before. */
import type { InjectionKey } from 'vue'

interface FormFaults {
  tell(field: symbol, isFaulty: boolean): void
  /** Whether the values before hold, so that a field may offer to go back to its own. */
  readonly isSound: () => boolean
}

const KEY: InjectionKey<FormFaults> = Symbol('form faults')

/** For a form; true while a field of it is at fault. @param isSound whether the values that it has hold */
export function useFormFaults(isSound: () => boolean = () => true): Readonly<Ref<boolean>> {
  const faulty = shallowRef<ReadonlySet<symbol>>(new Set())
  provide(KEY, {
    tell(field, isFaulty) {
      if (faulty.value.has(field) === isFaulty) return
      const next = new Set(faulty.value)
      if (isFaulty) next.add(field)
      else next.delete(field)
      faulty.value = next
    },
    isSound,
  })
  return computed(() => faulty.value.size > 0)
}

/** For a field; returns whether it may offer to go back to its value. */
export function useFieldFault(fault: Ref<string>): () => boolean {
  const form = inject(KEY, null)
  const own = Symbol('field')
  watch(fault, (now) => form?.tell(own, now !== ''), { flush: 'sync' })
  onBeforeUnmount(() => form?.tell(own, false))
  return form?.isSound ?? (() => true)
}
