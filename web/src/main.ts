import './app.css'
import { mount } from 'svelte'
import App from './App.svelte'

const target = document.getElementById('app')
if (target === null) throw new Error('index.html has no #app')
target.replaceChildren()
mount(App, { target })

// Pages that are not secure have none: then this page must stay open to go on without the server.
if ('serviceWorker' in navigator && import.meta.env.PROD) {
  void navigator.serviceWorker.register('/sw.js').catch(() => undefined)
}
