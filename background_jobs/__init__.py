"""Long work: done outside of requests, one piece after another, with progress, a stop and a result."""
