"""What a job needs from the counter: an order for each maker, to print or to send."""
