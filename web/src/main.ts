import './app.css'
import { mount } from 'svelte'
import App from './App.svelte'

const target = document.getElementById('app')
if (target === null) throw new Error('index.html has no #app')
const root = target
// In a task of its own: reading the files was one already, and a finger may wait between them.
setTimeout(() => {
  root.replaceChildren()
  mount(App, { target: root })
})

// Pages that are not secure have none: then this page must stay open to go on without the server. It
// fetches everything there is, which is not to be in the way of the page that is being made.
const STANDS_MS = 8_000
if ('serviceWorker' in navigator && import.meta.env.PROD)
  setTimeout(() => {
    void navigator.serviceWorker.register('/sw.js').catch(() => undefined)
  }, STANDS_MS)
