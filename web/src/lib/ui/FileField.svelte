<script lang="ts">
  // The field a file is chosen in, or dropped on.
  import { FileUpload } from '@skeletonlabs/skeleton-svelte'

  let {
    label,
    accept,
    form = '',
    disabled = false,
    ontake,
  }: {
    label: string
    /** Its types, each with its endings. */
    accept: Record<string, string[]>
    /** What stands in it, where that needs saying. */
    form?: string
    disabled?: boolean
    ontake: (file: File) => void
  } = $props()

  let fault = $state('')
  const endings = $derived(Object.values(accept).flat().join(' or '))
</script>

<FileUpload
  {accept}
  {disabled}
  maxFiles={1}
  acceptedFiles={[]}
  onFileReject={(e) => {
    const name = e.files[0]?.file.name
    if (name !== undefined) fault = `“${name}” is no file of this kind; one that ends in ${endings}`
  }}
  onFileAccept={(e) => {
    const file = e.files[0]
    if (file === undefined) return
    fault = ''
    ontake(file)
  }}
>
  <FileUpload.Label class="label-text">{label}</FileUpload.Label>
  <FileUpload.Dropzone
    aria-label="Choose a file, or drop it here"
    class="grid min-h-12 cursor-pointer content-center rounded-base border border-dashed border-line-strong px-3 py-2 text-left hover:bg-paper-deep data-dragging:border-accent"
  >
    Choose a file, or drop it here
  </FileUpload.Dropzone>
  <FileUpload.HiddenInput aria-label={label} />
  {#if form !== ''}<p class="quiet text-sm">{form}</p>{/if}
  {#if fault !== ''}<p class="fault" role="alert">{fault}</p>{/if}
</FileUpload>
