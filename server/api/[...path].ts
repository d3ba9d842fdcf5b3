import { ProblemError } from '../http/problem'
import { route } from '../http/route'

/** Whatever no other route answers. */
export default route((event) =>
  Promise.reject(
    new ProblemError(404, 'route-unknown', `${event.method} ${event.path} is not offered here.`),
  ),
)
