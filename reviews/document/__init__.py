"""The review as a document: a first page for the client, then the evidence; as a web page, a PDF and JSON."""
