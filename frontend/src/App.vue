<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { RouterLink, RouterView, useRoute, useRouter } from 'vue-router'
import { useSets } from '@/desk/useSets'
import { useSettings } from '@/desk/useSettings'
import NoticeBar from '@/shared/NoticeBar.vue'
import KeyList from '@/shared/KeyList.vue'
import UndoBar from '@/shared/UndoBar.vue'
import { useKeys } from '@/shared/useKeys'

const route = useRoute()
const router = useRouter()
const sets = useSets()
const settings = useSettings()
const keysShown = ref(false)

onMounted(async () => {
  await Promise.all([settings.ready(), router.isReady()])
  // An address that names a set is opened by its place; without one the set of last time is.
  await (route.params.set ? sets.list() : sets.begin())
})
useKeys({ '?': () => (keysShown.value = true), u: () => void sets.runUndo() })
</script>

<template>
  <a class="skip" href="#place">Skip to the sheet</a>
  <nav class="rail" aria-label="Places">
    <span class="mark" aria-hidden="true">
      <svg viewBox="0 0 32 32" width="30" height="30">
        <path d="M6 16h20" stroke="currentColor" stroke-width="2.2" stroke-linecap="round" />
        <circle cx="16" cy="8.5" r="3" fill="currentColor" />
        <path
          d="M9 24h14"
          stroke="var(--amber)"
          stroke-width="3.2"
          stroke-linecap="round"
          stroke-dasharray=".1 4.6"
        />
      </svg>
    </span>
    <span class="rail-name">Keen Slate</span>
    <RouterLink to="/work"><i class="pi pi-pencil" aria-hidden="true" />Work</RouterLink>
    <RouterLink :to="{ name: 'line-up', params: sets.inHandId ? { set: sets.inHandId } : {} }">
      <i class="pi pi-list" aria-hidden="true" />Line up
    </RouterLink>
    <RouterLink :to="{ name: 'show', params: sets.inHandId ? { set: sets.inHandId } : {} }">
      <i class="pi pi-desktop" aria-hidden="true" />Show
    </RouterLink>
    <RouterLink :to="{ name: 'print', params: sets.inHandId ? { set: sets.inHandId } : {} }">
      <i class="pi pi-print" aria-hidden="true" />Print
    </RouterLink>
    <RouterLink to="/settings" class="rail-settings">
      <i class="pi pi-cog" aria-hidden="true" />Settings
    </RouterLink>
    <button type="button" class="rail-keys" @click="keysShown = true">
      <kbd>?</kbd><span>Keys</span>
    </button>
  </nav>
  <main id="place">
    <NoticeBar />
    <RouterView />
  </main>
  <UndoBar />
  <KeyList v-model:visible="keysShown" />
</template>
