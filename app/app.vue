<script setup lang="ts">
import { useSession } from '~/stores/session'
import NoticeStack from '~/components/frame/NoticeStack.vue'

const session = useSession()
const media = matchMedia('(prefers-color-scheme: dark)')
const apply = () => {
  const wish = session.person?.colourScheme ?? 'auto'
  document.documentElement.dataset.scheme = wish === 'auto' ? (media.matches ? 'dark' : 'light') : wish
}
media.addEventListener('change', apply)
watch(() => session.person?.colourScheme, apply, { immediate: true })
watch(
  () => session.person?.density,
  (density) => (document.documentElement.dataset.density = density ?? 'normal'),
  { immediate: true },
)
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
  <NoticeStack />
</template>
