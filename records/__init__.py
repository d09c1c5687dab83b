"""The record: who changed what of a review or a job, and when."""
