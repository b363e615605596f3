// The corner where things are told; it comes with the first of them.

import { createToaster } from '@skeletonlabs/skeleton-svelte'

export const toaster = createToaster({ placement: 'top-end', max: 2, duration: 5000 })
