/** The routes with their methods, as the folder `api` has them; a test compares the two. */

/** Methods by pattern; `:id` stands for one part of a path. */
export const ROUTES: Readonly<Record<string, readonly string[]>> = {
  '/api/projects': ['GET', 'POST'],
  '/api/projects/:id': ['PATCH', 'DELETE'],
  '/api/projects/:id/copy': ['POST'],
  '/api/projects/:id/mechanisms': ['POST'],
  '/api/projects/:id/mechanisms/:mechanism': ['PUT'],
  '/api/mechanisms/:id': ['GET', 'PUT', 'PATCH', 'DELETE'],
  '/api/mechanisms/:id/name': ['PUT'],
  '/api/mechanisms/:id/copy': ['POST'],
  '/api/mechanisms/:id/picture': ['GET', 'PUT'],
  '/api/mechanisms/:id/saves/:save': ['GET'],
  '/api/mechanisms/:id/links': ['GET', 'POST'],
  '/api/mechanisms/:id/links/:link': ['DELETE'],
  '/api/meshes/:hash': ['GET', 'PUT'],
  '/healthz': ['GET'],
  '/readyz': ['GET'],
}

const patterns = Object.entries(ROUTES).map(
  ([pattern, methods]) => [new RegExp(`^${pattern.replace(/:\w+/g, '[^/]+')}/?$`), methods] as const,
)

/** Methods of a path, HEAD where it can be read; those of a page for what is no route; null for unknown routes. */
export function methodsOf(path: string): readonly string[] | null {
  const methods = path.startsWith('/api/') ? patterns.find(([pattern]) => pattern.test(path))?.[1] : ['GET']
  return methods ? [...methods, ...(methods.includes('GET') ? ['HEAD'] : [])] : null
}
