"""Finding: colours, reviews and jobs by their names and by what they mean."""
