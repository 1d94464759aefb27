import * as vue from 'vue'

// Nuxt imports these by itself where the office's own code is built.
Object.assign(globalThis, vue)
