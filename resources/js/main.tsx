console.log('x');
