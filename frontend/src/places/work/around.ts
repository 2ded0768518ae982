/** What stands around every working, to be loaded as one. */
export { default as BetterNumbers } from './BetterNumbers.vue'
export { default as KeepIn } from './KeepIn.vue'
export { default as SchoolTabs } from './SchoolTabs.vue'
export { default as SecondLook } from './SecondLook.vue'
