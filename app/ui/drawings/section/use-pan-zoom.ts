import type { D3ZoomEvent, ZoomBehavior, ZoomTransform } from 'd3-zoom'
import { later } from '../../later'
import { computed, onBeforeUnmount, ref, watch, type Ref } from 'vue'

const fetchZoom = later(() => Promise.all([import('d3-zoom'), import('d3-selection')]))

const MOST = 12
const STEP = 1.6

/**
 * Moves and enlarges what is drawn in an SVG: wheel, drag, two fingers, and the buttons beside it. What does it is fetched when first
 * wanted.
 */
export function usePanZoom(svg: Ref<SVGSVGElement | undefined>, canMove: () => boolean) {
  const current = ref<Pick<ZoomTransform, 'k' | 'x' | 'y'>>({ k: 1, x: 0, y: 0 })
  const isFitted = computed(() => current.value.k === 1 && current.value.x === 0 && current.value.y === 0)
  const transform = computed(() => isFitted.value ? undefined : `translate(${current.value.x} ${current.value.y}) scale(${current.value.k})`)
  let forget: (() => void) | undefined
  let act: ((deed: 'larger' | 'smaller' | 'fit') => void) | undefined

  async function wire(element: SVGSVGElement): Promise<void> {
    const [{ zoom, zoomIdentity }, { select }] = await fetchZoom()
    if (svg.value !== element || !canMove()) return
    const behaviour: ZoomBehavior<SVGSVGElement, unknown> = zoom<SVGSVGElement, unknown>()
      .scaleExtent([1, MOST])
      .translateExtent([[0, 0], [element.clientWidth || 1, element.clientHeight || 1]])
      // One finger scrolls the page as long as nothing is enlarged; the wheel does unless Ctrl is held.
      .filter((event: Event) => {
        if (event.type === 'wheel') return (event as WheelEvent).ctrlKey || !isFitted.value
        if (event.type.startsWith('touch')) return (event as TouchEvent).touches.length > 1 || !isFitted.value
        return !(event as MouseEvent).button
      })
      .on('zoom', ({ transform: next }: D3ZoomEvent<SVGSVGElement, unknown>) => { current.value = next })
    const selection = select(element).call(behaviour)
    const sized = new ResizeObserver(() => {
      behaviour.translateExtent([[0, 0], [element.clientWidth || 1, element.clientHeight || 1]])
      behaviour.transform(selection, zoomIdentity)
    })
    sized.observe(element)
    act = (deed) => {
      if (deed === 'fit') behaviour.transform(selection, zoomIdentity)
      else behaviour.scaleBy(selection, deed === 'larger' ? STEP : 1 / STEP)
    }
    forget = () => {
      sized.disconnect()
      selection.on('.zoom', null)
      act = undefined
    }
  }

  const stop = () => {
    forget?.()
    forget = undefined
  }
  watch([svg, canMove] as const, ([element, may]) => {
    stop()
    if (element && may) void wire(element)
  }, { immediate: true })
  onBeforeUnmount(stop)

  return {
    transform,
    isFitted,
    zoomIn: () => act?.('larger'),
    zoomOut: () => act?.('smaller'),
    fit: () => act?.('fit'),
  }
}
