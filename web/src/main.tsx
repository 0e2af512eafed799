document.title = 'Heath';
