"""What a client reads: documents, sheets and links."""
