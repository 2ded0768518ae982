<script setup lang="ts">
import Dialog from 'primevue/dialog'

const visible = defineModel<boolean>('visible', { required: true })

const KEYS: [string, string][] = [
  ['Enter', 'work the problem'],
  ['Ctrl + Enter', 'keep it in the set in hand'],
  ['/', 'go to the problem field'],
  ['m  M', 'next, previous way of working'],
  ['b', 'lay the next way beside, and back'],
  ['o', 'lines, columns, four panels, checklist'],
  ['k', 'keep it in the set in hand'],
  ['e', 'estimate first: cover the working'],
  ['n  a', 'show the next line, show all'],
  ['j  i', 'down, up a line; Enter opens it'],
  ['h', 'hide the line, show it again'],
  ['c', 'copy the working as text'],
  ['w', 'lay the first wrong working beside'],
  ['q', 'go to “A pupil answered”'],
  ['p', 'print'],
  ['Esc', 'out of a field, so that single keys work'],
  ['→ ←', 'in Show: next step, step back; ↓ ↑ next item, item before'],
  ['1 2 3 …', 'in Show: the item of that number; g several items'],
  ['w W', 'in Show: wrong on purpose; two workings, which is right'],
  ['a c', 'in Show: what is called out; who had it'],
  ['r x', 'in Show: ring, strike'],
  ['s t d f v', 'in Show: presenter, timer, dark, full screen, pictures'],
  ['= / "', 'in Mark: as the key, blank, same as above'],
  ['# ! |', 'in Mark: away, overrule, working'],
  ['Ctrl + Z', 'in Mark: undo; with Shift redo'],
  ['Ctrl + Z', 'undo, in Work and Line up; with Shift redo'],
  ['Alt + ↑ ↓', 'move an example up or down in Line up'],
  ['Space', 'in Line up: choose an item; with Shift ↑ ↓ more, Ctrl + A all'],
  ['u', 'undo the last change to a set'],
  ['?', 'this list'],
]
</script>

<template>
  <Dialog v-model:visible="visible" modal header="Keys" dismissable-mask :style="{ width: '26rem' }">
    <dl class="key-list">
      <template v-for="[key, does] in KEYS" :key="key">
        <dt><kbd>{{ key }}</kbd></dt>
        <dd>{{ does }}</dd>
      </template>
    </dl>
    <p class="quiet">The single letters work while you are not typing in a field.</p>
  </Dialog>
</template>

<style scoped>
.key-list {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 0.45rem 1rem;
  margin-bottom: 0.8rem;
}

.key-list dd {
  margin: 0;
}
</style>
