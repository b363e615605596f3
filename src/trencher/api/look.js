// The day comes anew by itself, and says so when it does not.
(() => {
  const every = Number(document.currentScript.dataset.againS) * 1000
  let since = new Date()
  async function again() {
    const told = document.querySelector('.lost')
    try {
      const answer = await fetch(location.href, { cache: 'no-store' })
      if (!answer.ok) throw new Error(String(answer.status))
      const page = new DOMParser().parseFromString(await answer.text(), 'text/html')
      document.querySelector('main').replaceWith(page.querySelector('main'))
      document.title = page.title
      since = new Date()
    } catch {
      const words = told ?? document.createElement('p')
      words.className = 'lost'
      words.setAttribute('role', 'status')
      const at = since.toTimeString().slice(0, 5)
      words.textContent = `Not reached since ${at}. What stands here is from then: ask the cook.`
      document.querySelector('h1').before(words)
    }
    setTimeout(again, every)
  }
  setTimeout(again, every)
})()
