"""Pages of a job shown to its client by a link: read-only, for a time, with a yes, a no or a question back."""
