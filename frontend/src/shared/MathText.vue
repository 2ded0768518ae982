<script setup lang="ts">
import { nextTick, useTemplateRef, watch } from 'vue'
import type { Notation } from '@/api/client'

/** An expression, typeset. Numbers named in `blanks`, by their place, are blank; with `choosing` a click chooses one. */
const props = defineProps<{ of: Notation; blanks?: number[]; choosing?: boolean }>()
const emit = defineEmits<{ blank: [number: number] }>()
const place = useTemplateRef<HTMLElement>('place')

function numbers(): Element[] {
  return [...(place.value?.querySelectorAll('mn') ?? [])]
}

watch(
  () => [props.of.mathml, props.blanks, props.choosing] as const,
  async () => {
    if (!props.blanks && !props.choosing) return
    await nextTick()
    numbers().forEach((number, index) => {
      number.classList.toggle('blanked', props.blanks?.includes(index) ?? false)
      number.classList.toggle('can-blank', props.choosing ?? false)
    })
  },
  { immediate: true, deep: true },
)

function clicked(event: MouseEvent) {
  if (!props.choosing) return
  const index = numbers().indexOf((event.target as Element).closest('mn') as Element)
  if (index < 0) return
  event.stopPropagation()
  emit('blank', index)
}
</script>

<template>
  <span ref="place" class="math-text" :data-text="of.text" @click="clicked" v-html="of.mathml" />
</template>
