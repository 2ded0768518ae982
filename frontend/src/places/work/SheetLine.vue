<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import type { PicturesOfLine, ShownFacet, ShownLine, WorkRequest } from '@/api/client'
import MathText from '@/shared/MathText.vue'
import SideWork from '@/shared/SideWork.vue'
import LinePicture from './LinePicture.vue'
import LineTools from './LineTools.vue'
import type { EditsInHand } from './useEdits'

/** One line of the sheet: the reason in the margin, the line itself, side work at its right, a picture under it. */
const props = defineProps<{
  line: ShownLine
  index: number
  last: boolean
  edits: EditsInHand
  facets: ShownFacet[]
  pictures: PicturesOfLine | undefined
  order: string[][]
  open: boolean
  number: number | null
  copyBody: WorkRequest
}>()
const emit = defineEmits<{ open: [open: boolean]; told: [text: string] }>()

const row = useTemplateRef('row')
const blanking = ref(false)
const edit = computed(() => props.edits.of(props.index))

function blank(number: number) {
  const now = edit.value.blanks ?? []
  props.edits.change(props.index, {
    blanks: now.includes(number) ? now.filter((n) => n !== number) : [...now, number].sort((a, b) => a - b),
  })
}

defineExpose({
  index: () => props.index,
  focus: () => row.value?.focus(),
  focused: () => row.value?.contains(document.activeElement) ?? false,
})
</script>

<template>
  <li
    ref="row"
    class="line"
    :class="{
      problem: index === 0,
      answer: last && index > 0,
      question: line.question,
      tucked: edit.hidden,
      opened: open,
      [`ink-${line.act}`]: number !== null,
    }"
    :data-rule="line.rule"
    :data-index="index"
    tabindex="0"
    :aria-label="`Line ${index + 1}`"
    @click="open || emit('open', true)"
    @keydown.enter.self.prevent="emit('open', !open)"
  >
    <p class="reason">
      <span v-if="number !== null" class="step-number" aria-hidden="true">{{ number }}</span>
      <span v-if="order.length && line.operation" class="order" :aria-label="`Order of operations: ${line.operation}`">
        <span v-for="[letters, operation] in order" :key="operation" :class="{ active: operation === line.operation }">{{ letters }}</span>
      </span>
      <span v-if="edit.reason" class="own-words">{{ edit.reason }}</span>
      <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
      <span v-else v-html="line.reason_html" />
      <span v-if="edit.note" class="note">{{ edit.note }}</span>
    </p>
    <template v-if="!line.question">
      <div v-if="edit.hidden" class="written hidden-line">hidden</div>
      <div v-else class="written">
        <span class="equals" aria-hidden="true">{{ line.sign }}</span>
        <MathText :of="line.notation" :blanks="edit.blanks ?? []" :choosing="blanking" @blank="blank" />
      </div>
      <SideWork v-if="line.side.length && !edit.hidden" :side="line.side" />
    </template>
    <LinePicture
      v-if="pictures && !edit.hidden"
      :of="pictures"
      :chosen="edits.edits.value.pictures?.[index]"
      @choose="edits.showPicture(index, $event)"
      @told="emit('told', $event)"
    />
    <LineTools
      v-if="open"
      v-model:blanking="blanking"
      :line="line"
      :index="index"
      :edits="edits"
      :facets="facets"
      :copy-body="copyBody"
      @close="((blanking = false), emit('open', false))"
      @told="emit('told', $event)"
      @click.stop
    />
  </li>
</template>
