"""What every app needs of the web: the request, uploads, fields that people type into."""
