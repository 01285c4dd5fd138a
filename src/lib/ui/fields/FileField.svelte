<script lang="ts">
  import Label from './Label.svelte';

  /** A file, or several, to be read or sent. */
  interface Props {
    label: string;
    hint?: string;
    id?: string;
    /** Kinds of files, as the platform names them. */
    accept: string;
    multiple?: boolean;
    onchosen: (files: File[]) => void;
  }
  const uid = $props.id();
  let { label, hint, id = uid, accept, multiple = false, onchosen }: Props = $props();
  let input: HTMLInputElement;

  /** Lets go of what was chosen. */
  export function empty(): void {
    input.value = '';
    onchosen([]);
  }
</script>

<div class="one">
  <Label for={id} unseen={false}
    >{label}{#if hint}{' '}<span class="soft">{hint}</span>{/if}</Label
  >
  <input
    bind:this={input}
    {id}
    class="field"
    type="file"
    {accept}
    {multiple}
    onchange={() => onchosen([...(input.files ?? [])])}
  />
</div>
