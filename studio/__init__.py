"""The Django project: settings, addresses, base templates, styles and scripts."""
