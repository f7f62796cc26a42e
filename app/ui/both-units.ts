import { useLocalStorage } from '@vueuse/core'

/** Whether inches, pounds and degrees Fahrenheit stand beside what is kept in SI; one choice for the whole device. */
export const bothUnits = useLocalStorage('needler-both-units', false)
