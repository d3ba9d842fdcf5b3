/** The projects with their mechanisms, and what can be done to them. Every action reads the list anew. */
import { api } from '~/model/document/api'
import type { Answer } from '~/model/document/api'
import type { ProjectSummary } from '~~/shared/api'

export function useProjects() {
  const projects = ref<ProjectSummary[]>([])
  const loading = ref(true)
  const fault = ref('')

  async function load() {
    const answer = await api.projects()
    loading.value = false
    fault.value = answer.ok ? '' : answer.refusal.detail
    if (answer.ok) projects.value = answer.value.projects
  }

  /** Does something on the server; returns what it answered, or null with `fault` set. */
  async function act<T>(action: Promise<Answer<T>>): Promise<T | null> {
    const answer = await action
    if (!answer.ok) {
      fault.value = answer.refusal.detail
      return null
    }
    await load()
    return answer.value
  }

  onMounted(load)
  return { projects, loading, fault, load, act }
}
