<script setup lang="ts" generic="Option extends { id: string; name: string }">
import 'virtual:select.css'
import { computed, shallowRef, useTemplateRef, watch, type Component } from 'vue'

/**
 * A choice that shows at once what is chosen, and becomes the library's Select when somebody goes to choose: that one
 * weighs more than all else that stands around a working. What is told here and what else it is given, the Select gets.
 */
const props = defineProps<{
  modelValue: string | null
  options: Option[]
  optionDisabled?: (option: Option) => boolean
  label: string
  placeholder?: string
  size?: 'small'
}>()
defineOptions({ inheritAttrs: false })
defineSlots<{ option?(of: { option: Option }): unknown }>()

const Select = shallowRef<Component>()
const load = () => import('primevue/select')
const use = async () => (Select.value = (await load()).default)
/** On the way before it is wanted; where it does not come, whoever wants it is told. */
const expect = () => void load().catch(() => {})
/** There because somebody wanted to choose. */
const select = useTemplateRef<{ show(focused: boolean): void }>('select')
watch(select, (there) => there?.show(true), { flush: 'post' })

const chosen = computed(() => props.options.find(({ id }) => id === props.modelValue)?.name)
</script>

<template>
  <component
    :is="Select"
    v-if="Select"
    ref="select"
    v-bind="{ ...$attrs, modelValue, options, optionDisabled, placeholder, size }"
    :aria-label="label"
    option-label="name"
    option-value="id"
    dropdown-icon="pi pi-chevron-down"
  >
    <template v-if="$slots.option" #option="{ option }"><slot name="option" :option="option" /></template>
  </component>
  <div v-else class="p-select p-component" :class="{ 'p-select-sm': size === 'small' }" @click="use" @pointerenter="expect">
    <span
      class="p-select-label"
      :class="{ 'p-placeholder': !chosen }"
      role="combobox"
      tabindex="0"
      :aria-label="label"
      aria-haspopup="listbox"
      aria-expanded="false"
      @focus="expect"
      @keydown.enter.prevent="use"
      @keydown.space.prevent="use"
      @keydown.up.prevent="use"
      @keydown.down.prevent="use"
    >{{ chosen ?? placeholder }}</span>
    <span class="p-select-dropdown" aria-hidden="true"><i class="pi pi-chevron-down p-select-dropdown-icon" /></span>
  </div>
</template>
