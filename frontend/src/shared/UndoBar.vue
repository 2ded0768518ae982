<script setup lang="ts">
import Button from 'primevue/button'
import { onScopeDispose, watch } from 'vue'
import { useSets } from '@/desk/useSets'

const SHOWN_FOR = 20_000
const sets = useSets()
let timer: number | undefined

watch(
  () => sets.undo,
  (undo) => {
    window.clearTimeout(timer)
    if (undo) timer = window.setTimeout(() => (sets.undo = null), SHOWN_FOR)
  },
)
onScopeDispose(() => window.clearTimeout(timer))
</script>

<template>
  <div class="undo-place" role="status">
    <div v-if="sets.undo" class="undo-bar">
      <span>{{ sets.undo.label }}</span>
      <Button label="Undo" size="small" variant="outlined" @click="sets.runUndo()" />
    </div>
  </div>
</template>
