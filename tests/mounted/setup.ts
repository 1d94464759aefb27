import * as vue from 'vue'
import { onBeforeRouteLeave, useRoute, useRouter } from 'vue-router'

// Nuxt imports these by itself where the office's own code is built.
Object.assign(globalThis, vue, { onBeforeRouteLeave, useRoute, useRouter })
