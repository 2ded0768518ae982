<script setup lang="ts">
import { computed } from 'vue'
import type { ShownLine, Worked } from '@/api/client'
import MathText from '@/shared/MathText.vue'
import SideWork from '@/shared/SideWork.vue'
import { inPanels } from './panels'
import type { EditsInHand } from './useEdits'

/** A working in four panels, of which the lines that are `shown` have come. */
const props = defineProps<{ worked: Worked; shown: readonly ShownLine[]; edits: EditsInHand }>()
const panels = computed(() => inPanels(props.worked.panels, props.shown))
</script>

<template>
  <div class="panels">
    <section v-for="panel in panels" :key="panel.id" class="panel" :data-panel="panel.id">
      <h2>{{ panel.name }}</h2>
      <div v-for="(piece, at) in panel.pieces" :key="piece.key" class="panel-line">
        <!-- eslint-disable-next-line vue/no-v-html -- typeset on the server, everything in it escaped -->
        <p v-if="piece.kind === 'said'" class="panel-reason" v-html="piece.html" />
        <SideWork v-else-if="piece.kind === 'side'" :side="piece.side" />
        <template v-else>
          <span v-if="piece.line.sign && at > 0" class="panel-sign" aria-hidden="true">{{ piece.line.sign }}</span>
          <MathText :of="piece.line.notation" :blanks="edits.of(piece.at).blanks ?? []" />
          <SideWork v-if="piece.side.length" :side="piece.side" />
        </template>
      </div>
      <p v-if="panel.pieces.length === 0" class="quiet">Nothing to do here.</p>
    </section>
  </div>
</template>

<style scoped>
.panels {
  display: grid;
  grid-template-columns: 1fr 1fr;
}

.panel {
  padding: 0.7rem 1rem 1rem;
  min-height: 8.5rem;
}

.panel:nth-child(odd) {
  border-right: 1.5px solid var(--rule);
}

.panel:nth-child(-n + 2) {
  border-bottom: 1.5px solid var(--rule);
}

.panel h2 {
  color: var(--quiet);
  margin-bottom: 0.4rem;
}

.panel-line {
  font-size: 1.25rem;
  padding: 0.3rem 0;
}

.panel-sign {
  font-family: 'Slate Math', math;
  margin-right: 0.5rem;
}

.panel-line :deep(.calculations) {
  display: grid;
  font-size: 1.15rem;
}

.panel-line :deep(.side) {
  justify-self: start;
  padding: 0.1rem 0;
}

.panel-reason {
  font-size: 0.95rem;
}

@media (--narrow) {
  .panels {
    grid-template-columns: minmax(0, 1fr);
  }

  .panel:nth-child(odd) {
    border-right: 0;
  }

  .panel + .panel {
    border-top: 1.5px solid var(--rule);
  }
}
</style>
