const [place] = arguments
const SNAPSHOT = XPathResult.ORDERED_NODE_SNAPSHOT_TYPE
const byPath = () => {
  const all = document.evaluate(place, document, null, SNAPSHOT)
  return Array.from({ length: all.snapshotLength }, (_, i) => all.snapshotItem(i))
}
const found = /^\(?\/\//.test(place) ? byPath() : [...document.querySelectorAll(place)]
const seen = (element) => {
  const { width, height } = element.getBoundingClientRect()
  const shown = element.checkVisibility({ visibilityProperty: true, opacityProperty: true })
  return shown && (width > 0 || height > 0)
}
// what an open menu or dialog lets no hand reach comes last
const reached = (element) => getComputedStyle(element).pointerEvents !== 'none'
const all = found.filter(seen)
return all.find(reached) ?? all[0] ?? null
